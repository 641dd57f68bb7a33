import { NEEDS } from '@ivrak/core/model';
import type { Ladder } from '@ivrak/core/propose';
import { SegmentedControl, Slider, Switch } from '@mantine/core';
import { IconBan, IconLock, IconX } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { containerOf, kindName, positionOf } from '../data/catalog.ts';
import { grams, mm, price } from '../drawing/figures.ts';
import { useKit } from '../kit/KitContext.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { MoneyInput } from '../ui/MoneyInput.tsx';
import css from './propose.module.css';
import type { Limits, Wishes } from './wishes.ts';
import { nextStep } from './words.ts';

interface AskProps {
  limits: Limits;
  setLimits: (limits: Limits) => void;
  wishes: Wishes;
  setWishes: (wishes: Wishes) => void;
  /** Along money; null: not worked out yet. */
  ladder: Ladder | null;
  /** Nothing lies in the kit. */
  isEmpty: boolean;
  /** So many of the same are bought for at once. */
  alike: number;
  setAlike: (alike: number) => void;
}

/** Where nothing tells how far a slider should go. */
const USUAL_MONEY = 20_000;
const USUAL_MASS_G = 1500;
const roundUp = (value: number, step: number) => Math.ceil(value / step) * step;

/** Limits as sliders and figures, and what is to be in it or not. */
export function Ask({ limits, setLimits, wishes, setWishes, ladder, isEmpty, alike, setAlike }: AskProps) {
  const { draft } = useKit();
  const container = containerOf(draft.containerId);
  const position = positionOf(draft.positionId);
  const dearest = ladder?.nested.at(-1)?.value || USUAL_MONEY;
  const next = ladder === null || limits.money === null ? null : nextStep(ladder, limits.money);
  const mostG = roundUp(Math.max(position?.massG ?? USUAL_MASS_G, (container?.massG ?? 0) + 200) * 2, 100);
  return (
    <>
      <Limit
        label="Money"
        value={limits.money}
        most={roundUp(dearest * 1.1, 500)}
        step={100}
        show={price}
        set={(money) => setLimits({ ...limits, money })}
        hint={next === null ? 'for what is bought' : `next step at ${price(next.value)}: ${NEEDS[next.need].label}`}
        field={<MoneyInput label="Money" size="xs" value={limits.money} onChange={(money) => setLimits({ ...limits, money })} />}
      />
      {container !== undefined && (
        <Limit
          label="Thickness"
          value={limits.thicknessMm}
          most={position?.tMm ?? 100}
          least={5}
          step={1}
          show={mm}
          set={(thicknessMm) => setLimits({ ...limits, thicknessMm })}
          hint={position === undefined ? 'outside, packed' : `${position.name} takes ${mm(position.tMm)}`}
          field={
            <DecimalInput
              label="Thickness"
              unit="mm"
              size="xs"
              min={1}
              value={limits.thicknessMm}
              onChange={(thicknessMm) => setLimits({ ...limits, thicknessMm })}
            />
          }
        />
      )}
      <Limit
        label="Mass"
        value={limits.massG}
        most={mostG}
        step={10}
        show={grams}
        set={(massG) => setLimits({ ...limits, massG })}
        hint={position?.massG == null ? 'with its container' : `${position.name}, comfortable up to ${grams(position.massG)}`}
        field={
          <DecimalInput
            label="Mass"
            unit="g"
            size="xs"
            min={1}
            value={limits.massG}
            onChange={(massG) => setLimits({ ...limits, massG })}
          />
        }
      />
      <SegmentedControl
        fullWidth
        aria-label="How far"
        value={wishes.goal}
        onChange={(goal) => setWishes({ ...wishes, goal: goal === 'ideal' ? 'ideal' : 'least' })}
        data={[
          { value: 'least', label: 'to the least' },
          { value: 'ideal', label: 'to the ideal' },
        ]}
      />
      {!isEmpty && (
        <Switch
          label="Keep what is in the kit"
          checked={wishes.isKept}
          onChange={(event) => setWishes({ ...wishes, isKept: event.currentTarget.checked })}
        />
      )}
      <Switch
        label="Take spares from stores"
        checked={wishes.takesStores}
        onChange={(event) => setWishes({ ...wishes, takesStores: event.currentTarget.checked })}
      />
      <div className={css.limitField}>
        <DecimalInput label="Kits alike" size="xs" decimals={0} min={1} max={50} value={alike} onChange={(many) => setAlike(many ?? 1)} />
      </div>
      <Chosen
        label="Must be in it"
        none="Press the lock beside a thing."
        icon={<IconLock size={15} aria-hidden />}
        kinds={wishes.locked}
        letGo={(kind) => setWishes({ ...wishes, locked: wishes.locked.filter((one) => one !== kind) })}
      />
      <Chosen
        label="Not wanted"
        none="Press the bar beside a thing."
        icon={<IconBan size={15} aria-hidden />}
        kinds={wishes.barred}
        letGo={(kind) => setWishes({ ...wishes, barred: wishes.barred.filter((one) => one !== kind) })}
      />
    </>
  );
}

interface LimitProps {
  label: string;
  value: number | null;
  least?: number;
  most: number;
  step: number;
  show: (value: number) => string;
  set: (value: number | null) => void;
  hint: string;
  field: ReactNode;
}

/** A slider whose far end is no limit, and a field for who knows the figure. */
function Limit({ label, value, least = 0, most, step, show, set, hint, field }: LimitProps) {
  const said = value === null ? 'no limit' : show(value);
  return (
    <div className={css.limit}>
      <div className={css.limitField}>{field}</div>
      <Slider
        thumbLabel={`${label}, ${said}`}
        min={least}
        max={most}
        step={step}
        value={Math.min(value ?? most, most)}
        onChange={(next) => set(next >= most ? null : next)}
        label={null}
        thumbSize={22}
        thumbProps={{ 'aria-valuetext': said }}
      />
      <p className="small muted">{value === null ? `no limit · ${hint}` : hint}</p>
    </div>
  );
}

interface ChosenProps {
  label: string;
  none: string;
  icon: ReactNode;
  kinds: readonly string[];
  letGo: (kind: string) => void;
}

function Chosen({ label, none, icon, kinds, letGo }: ChosenProps) {
  return (
    <div className={css.chosen} role="group" aria-label={label}>
      <h3>{label}</h3>
      {kinds.length === 0 ? (
        <p className="small muted">{none}</p>
      ) : (
        <ul>
          {kinds.map((kind) => (
            <li key={kind}>
              <button type="button" onClick={() => letGo(kind)} aria-label={`${label}: let go of ${kindName(kind)}`}>
                {icon}
                {kindName(kind)}
                <IconX size={15} aria-hidden />
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
