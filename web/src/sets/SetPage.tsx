import {
  CarriedKitSchema,
  capital,
  type KitSet,
  KitSetSchema,
  type PlainDate,
  RUNG_NAMES,
  RUNGS,
  rungOf,
  showDate,
} from '@ivrak/core/model';
import { clsx } from 'clsx';
import { Fragment, useMemo } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { SharedPlaces } from '../carry/SharedPlaces.tsx';
import { type MusteredKit, type StoredSet, useKits, useSets } from '../data/queries.ts';
import { grams, price } from '../drawing/figures.ts';
import { RungStrip } from '../drawing/RungStrip.tsx';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { useRecordForm } from '../ui/useRecordForm.ts';
import { NeedRow, type Toggle } from './NeedRow.tsx';
import { SetEditor } from './SetEditor.tsx';
import css from './sets.module.css';
import { NEW_SET, newSet, type SetView, viewOfSet } from './setView.ts';

/** Kits that are carried as one: which of them holds what, what they lack together, and what each must hold by itself. */
export function SetPage() {
  const { id = NEW_SET } = useParams();
  const [params] = useSearchParams();
  const kits = useKits();
  const sets = useSets();
  const failed = kits.isLoadingError ? kits.error : sets.isLoadingError ? sets.error : null;
  if (failed !== null) return <Failure error={failed} />;
  if (kits.data === undefined || sets.data === undefined) return <Blank label="Laying the kits side by side" />;
  const stored = sets.data.sets.find((one) => one.id === id) ?? null;
  if (stored === null && id !== NEW_SET)
    return (
      <main id="main" className={css.page}>
        <p className={css.lead}>There is no such set. Its kits are by themselves; Muster shows them.</p>
      </main>
    );
  return (
    <Laid
      key={stored === null ? NEW_SET : `${stored.id} ${stored.version}`}
      stored={stored}
      kits={kits.data.kits}
      today={kits.data.today as PlainDate}
      taken={new Set(sets.data.sets.map((one) => one.id))}
      initial={stored?.data ?? newSet(params.get('kits')?.split(',') ?? [], kits.data.kits)}
    />
  );
}

interface LaidProps {
  stored: StoredSet | null;
  kits: readonly MusteredKit[];
  today: PlainDate;
  taken: ReadonlySet<string>;
  initial: KitSet;
}

/** What is filled in at the right is seen at the left before it is saved. */
function Laid({ stored, kits, today, taken, initial }: LaidProps) {
  const navigate = useNavigate();
  const record = useRecordForm<KitSet>({ schema: KitSetSchema, initial, taken: stored === null ? taken : null });
  const set = record.form.values;
  const view = useMemo(() => viewOfSet(set, kits, today), [set, kits, today]);
  const toggle: Toggle = (kitId, need) => {
    const own = set.alone[kitId] ?? [];
    const next = own.includes(need) ? own.filter((one) => one !== need) : [...own, need];
    record.form.setFieldValue('alone', { ...set.alone, [kitId]: next });
  };
  return (
    <div className={css.frame}>
      <main id="main" className={css.page}>
        {stored === null && <Joined model={view?.model} />}
        {view !== null && <Held set={set} view={view} toggle={toggle} isStored={stored !== null} />}
        <SharedPlaces
          carried={set.kitIds.map((kitId) => CarriedKitSchema.parse({ kitId }))}
          kits={kits.map(({ id, positionId, summary: { outer } }) => ({ id, positionId, outer }))}
          nameOf={(id) => kits.find((kit) => kit.id === id)?.name ?? id}
        />
      </main>
      <SetEditor stored={stored} record={record} kits={kits} go={(to) => navigate(to, { replace: stored === null })} />
    </div>
  );
}

function Joined({ model }: { model: MusteredKit | undefined }) {
  return (
    <p className={css.lead}>
      Kits of a set have one brief, and what is asked is asked of all of them together: what one holds, the others need not.
      {model !== undefined && (
        <>
          {' '}
          The brief and the school of <b>{model.name}</b> become those of all; they can be changed in any of them afterwards.
        </>
      )}
    </p>
  );
}

function Held({ set, view, toggle, isStored }: { set: KitSet; view: SetView; toggle: Toggle; isStored: boolean }) {
  const { classing } = view;
  return (
    <>
      <div className={css.head}>
        <div className="grow">
          <h1>{set.name}</h1>
          <p>
            <b>{capital(classing.name)}</b>: {classing.says}
          </p>
        </div>
        <dl className={css.figures}>
          <Figure value={`${view.held} of ${view.asked}`} label="needs held" isBad={view.held < view.asked} />
          <Figure value={grams(view.massG)} label="all together" />
          <Figure value={price(view.priceMinor)} label="usual price" />
          <Figure
            value={view.readyUntil === null ? 'no date' : showDate(view.readyUntil)}
            label={view.gap === null ? 'ready until' : 'rest holds until'}
          />
        </dl>
      </div>
      <RungStrip rungs={view.rungs} />
      {isStored && (
        <p>
          <Link to={`/sets/${set.id}/propose`}>Propose what to put into which</Link>
        </p>
      )}
      {view.gap !== null && (
        <p>
          <b className="state-gap">Gap now</b> · {view.gap}
        </p>
      )}
      <p className="small muted">
        What each holds of what is asked of all. Press a figure to ask a kit to hold that much by itself, whatever the others hold; then
        save.
      </p>
      <Shares set={set} view={view} toggle={toggle} />
    </>
  );
}

function Shares({ set, view, toggle }: { set: KitSet; view: SetView; toggle: Toggle }) {
  const asked = view.together.needs.filter(({ least, ideal }) => least > 0 || ideal > 0);
  return (
    <div className={css.scroll}>
      <table className={css.table}>
        <thead>
          <tr>
            <th scope="col">Asked of all</th>
            {view.holders.map(({ id, name, place }) => (
              <th key={id} scope="col">
                {name}
                <span className="small muted">{place}</span>
              </th>
            ))}
            <th scope="col">Together</th>
          </tr>
        </thead>
        <tbody>
          {RUNGS.map((rung) => {
            const own = asked.filter(({ need }) => rungOf(need) === rung);
            return (
              own.length > 0 && (
                <Fragment key={rung}>
                  <tr className={css.rung}>
                    <th scope="colgroup" colSpan={view.holders.length + 2}>
                      <b>{rung}</b> {RUNG_NAMES[rung]}
                    </th>
                  </tr>
                  {own.map((need) => (
                    <NeedRow key={need.need} need={need} holders={view.holders} alone={set.alone} toggle={toggle} />
                  ))}
                </Fragment>
              )
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

function Figure({ value, label, isBad = false }: { value: string; label: string; isBad?: boolean }) {
  return (
    <div>
      <dt className="small muted">{label}</dt>
      <dd className={clsx('mono', isBad && 'state-gap')}>{value}</dd>
    </div>
  );
}
