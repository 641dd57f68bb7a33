import { freeId } from '@ivrak/core/catalog';
import {
  type DrawingId,
  GRADES,
  type Grade,
  type Kind,
  KindSchema,
  NEED_IDS,
  NEEDS,
  type NeedId,
  RUNG_NAMES,
  RUNGS,
  type Rung,
  rungOf,
  SKILL_FACTS,
  SKILLS,
  type Skill,
} from '@ivrak/core/model';
import { ActionIcon, Button, CloseButton, Select, TextInput } from '@mantine/core';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { useState } from 'react';
import benchCss from '../bench/bench.module.css';
import { Toggle } from '../brief/fields.tsx';
import { useCatalog } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import parts from '../ui/parts.module.css';
import { useKeep } from '../ui/useKeep.ts';
import css from './kinds.module.css';

const DRAWING_NAMES: Record<DrawingId, string> = {
  strapBundle: 'strap bundle',
  elasticRoll: 'elastic roll',
  zfold: 'z-fold',
  packet: 'packet with tear notch',
  barBandage: 'bandage with bar',
  sealPair: 'seal pair',
  airwayTube: 'airway tube',
  tube: 'tube',
  roll: 'roll',
  gloves: 'gloves',
  shears: 'shears',
  cutter: 'cutter',
  pen: 'pen',
  blanket: 'folded blanket',
  card: 'card',
  eyeShields: 'eye shields',
  triangle: 'triangle',
  splint: 'splint',
  lamp: 'lamp',
  whistle: 'whistle',
  mask: 'mask',
  oximeter: 'small device',
  ampoule: 'ampoule',
  strips: 'strips',
  bag: 'bag',
};
const SHAPE_NAMES = { slab: 'slab, lies flat', soft: 'soft, gives a little', brick: 'brick, any way up', rigid: 'rigid', tube: 'tube' };
const DATING_NAMES = { printed: 'printed date', condition: 'goes by condition', battery: 'battery', none: 'lasts' };

const BLANK: Kind = {
  id: '',
  name: '',
  rung: 'C',
  shape: 'slab',
  drawing: 'packet',
  states: [{ id: 'asSold', label: 'as packed', wMm: 100, hMm: 80, tMm: 15 }],
  foldable: false,
  give: 0,
  massG: 20,
  priceMinor: 0,
  dating: 'none',
  pieces: 1,
  pieceName: 'piece',
  sterile: false,
  grades: {},
  requires: {},
  provides: [],
  skill: null,
  caution: null,
  barredAtSecurity: false,
  sellerMatters: false,
  source: 'memory',
};

interface KindEditorProps {
  /** Null: a new one. */
  kind: Kind | null;
  version: number | null;
  /** How it was shipped; undefined: it is an own kind. */
  shipped: Kind | undefined;
  close: (show: string | null) => void;
}

/** Measures, mass, price and grades of a kind, with its drawing beside them as they are typed. */
export function KindEditor({ kind: kept, version, shipped, close }: KindEditorProps) {
  const catalog = useCatalog((state) => state.catalog);
  const [kind, setKind] = useState(kept ?? BLANK);
  const { error, keepAndGo } = useKeep();
  const [isChecked, setChecked] = useState(false);
  const set = (change: Partial<Kind>) => setKind((before) => ({ ...before, ...change }));
  const named = kept === null ? { ...kind, id: freeId(kind.name, new Set(catalog.keys())) } : kind;
  const parsed = KindSchema.safeParse(named);
  const issueOf = (field: string): string | undefined => {
    if (!isChecked || parsed.success) return undefined;
    return parsed.error.issues.find(({ path }) => path[0] === field)?.message;
  };
  const state = kind.states[0] ?? BLANK.states[0];
  if (state === undefined) return null;
  const measure = (change: Partial<typeof state>) => set({ states: [{ ...state, ...change }, ...kind.states.slice(1)] });
  const keep = () => {
    setChecked(true);
    if (!parsed.success) return;
    void keepAndGo(
      () => api.put('/api/kinds/:id', { params: { id: parsed.data.id }, body: { version, kind: parsed.data } }),
      () => close(parsed.data.id),
    );
  };
  return (
    <aside className={clsx(parts.drawer, css.kindEditor)} aria-label={kept === null ? 'New kind' : kept.name}>
      <div className="panel-heading">
        <h2>{kept === null ? 'New kind' : kept.name}</h2>
        <CloseButton aria-label="Close" onClick={() => close(null)} />
      </div>
      <div className={benchCss.unitPicture}>
        <KindDrawing kind={kind} scale={scaleToFit(state, 170)} />
      </div>
      <TextInput
        label="Name"
        description="Generic: what it is, not who makes it"
        value={kind.name}
        maxLength={80}
        error={isChecked && kind.name.trim() === '' ? 'Give it a name.' : undefined}
        onChange={(event) => set({ name: event.currentTarget.value })}
      />
      <div className={parts.fieldRow}>
        <DecimalInput
          label="Width"
          unit="mm"
          min={1}
          max={2000}
          decimals={1}
          value={state.wMm}
          onChange={(wMm) => wMm !== null && measure({ wMm })}
        />
        <DecimalInput
          label="Height"
          unit="mm"
          min={1}
          max={2000}
          decimals={1}
          value={state.hMm}
          onChange={(hMm) => hMm !== null && measure({ hMm })}
        />
        <DecimalInput
          label="Thick"
          unit="mm"
          min={0.5}
          max={1000}
          decimals={1}
          value={state.tMm}
          onChange={(tMm) => tMm !== null && measure({ tMm })}
        />
        <DecimalInput
          label="Mass"
          unit="g"
          min={0.1}
          max={50_000}
          decimals={1}
          value={kind.massG}
          onChange={(massG) => massG !== null && set({ massG })}
        />
        <DecimalInput
          label="Price"
          isMoney
          max={1_000_000}
          value={kind.priceMinor / 100}
          onChange={(value) => value !== null && set({ priceMinor: Math.round(value * 100) })}
        />
        <DecimalInput
          label="Pieces"
          min={1}
          max={1000}
          decimals={0}
          value={kind.pieces}
          onChange={(pieces) => pieces !== null && set({ pieces })}
        />
      </div>
      <div className={parts.fieldGrid}>
        <Select
          label="Drawn as"
          data={Object.entries(DRAWING_NAMES).map(([value, label]) => ({ value, label }))}
          value={kind.drawing}
          onChange={(value) => set({ drawing: (value ?? kind.drawing) as DrawingId })}
        />
        <Select
          label="Body"
          data={Object.entries(SHAPE_NAMES).map(([value, label]) => ({ value, label }))}
          value={kind.shape}
          onChange={(value) => set({ shape: (value ?? kind.shape) as Kind['shape'] })}
        />
        <Select
          label="Lane"
          data={RUNGS.map((rung) => ({ value: rung, label: `${rung}, ${RUNG_NAMES[rung]}` }))}
          value={kind.rung}
          onChange={(value) => set({ rung: (value ?? kind.rung) as Rung })}
        />
        <Select
          label="Dating"
          data={Object.entries(DATING_NAMES).map(([value, label]) => ({ value, label }))}
          value={kind.dating}
          onChange={(value) => set({ dating: (value ?? kind.dating) as Kind['dating'] })}
        />
        <TextInput
          label="One piece is called"
          value={kind.pieceName}
          maxLength={30}
          onChange={(event) => set({ pieceName: event.currentTarget.value })}
        />
        <Select
          label="Only with skill"
          clearable
          placeholder="anybody"
          data={SKILLS.map((skill) => ({ value: skill, label: SKILL_FACTS[skill].name }))}
          value={kind.skill}
          onChange={(value) => set({ skill: value as Skill | null })}
        />
      </div>
      <Grades kind={kind} set={set} />
      <div className={parts.toggles}>
        <Toggle label="Sterile until opened" value={kind.sterile} onChange={(sterile) => set({ sterile })} />
        <Toggle label="Folds once" value={kind.foldable} onChange={(foldable) => set({ foldable })} />
        <Toggle label="Barred at security" value={kind.barredAtSecurity} onChange={(barredAtSecurity) => set({ barredAtSecurity })} />
        <Toggle
          label="Fakes are about"
          hint="seller matters"
          value={kind.sellerMatters}
          onChange={(sellerMatters) => set({ sellerMatters })}
        />
      </div>
      <TextInput
        label="Caution"
        description="Shown wherever it is chosen or used"
        value={kind.caution ?? ''}
        maxLength={200}
        onChange={(event) => set({ caution: event.currentTarget.value === '' ? null : event.currentTarget.value })}
      />
      {(error ?? issueOf('states') ?? issueOf('id')) !== undefined && (error !== null || (isChecked && !parsed.success)) && (
        <p className="refusal" role="alert">
          {error ?? parsed.error?.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join(' · ')}
        </p>
      )}
      <div className="row">
        <Button onClick={keep}>{kept === null ? 'Add the kind' : 'Save changes'}</Button>
        {version !== null && kept !== null && (
          <Button
            variant="default"
            onClick={() =>
              void keepAndGo(
                () => api.delete('/api/kinds/:id', { params: { id: kept.id }, query: { version } }),
                () => close(shipped === undefined ? null : kept.id),
              )
            }
          >
            {shipped === undefined ? 'Delete' : 'As it was shipped'}
          </Button>
        )}
      </div>
    </aside>
  );
}

function Grades({ kind, set }: { kind: Kind; set: (change: Partial<Kind>) => void }) {
  const [need, setNeed] = useState<NeedId | null>(null);
  const entries = Object.entries(kind.grades) as [NeedId, Grade][]; // keyed by need ids
  return (
    <section aria-label="What it serves">
      <h3>Serves</h3>
      <ul className={css.gradeList}>
        {entries.map(([id, grade]) => (
          <li key={id}>
            <span className="grow">
              {rungOf(id)} · {NEEDS[id].label}
            </span>
            <Select
              aria-label={`How well it serves ${NEEDS[id].label}`}
              data={GRADES.map((value) => ({ value, label: value }))}
              value={grade}
              onChange={(value) => set({ grades: { ...kind.grades, [id]: (value ?? grade) as Grade } })}
            />
            <ActionIcon
              variant="subtle"
              size={34}
              aria-label={`Does not serve ${NEEDS[id].label}`}
              onClick={() => {
                const { [id]: _, ...rest } = kind.grades;
                set({ grades: rest });
              }}
            >
              <IconTrash size={17} />
            </ActionIcon>
          </li>
        ))}
      </ul>
      <div className="row">
        <Select
          aria-label="Need that it serves"
          placeholder="need"
          searchable
          className="grow"
          data={NEED_IDS.filter((id) => kind.grades[id] === undefined).map((id) => ({
            value: id,
            label: `${rungOf(id)} · ${NEEDS[id].label}`,
          }))}
          value={need}
          onChange={(value) => setNeed(value as NeedId | null)}
        />
        <ActionIcon
          variant="default"
          size={36}
          aria-label="Serves this need too"
          disabled={need === null}
          onClick={() => {
            if (need !== null) set({ grades: { ...kind.grades, [need]: 'primary' } });
            setNeed(null);
          }}
        >
          <IconPlus size={18} />
        </ActionIcon>
      </div>
    </section>
  );
}
