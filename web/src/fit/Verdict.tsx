import { type FitReason, type FitResult, thingsIn } from '@ivrak/core/fit';
import { fitsThere, hangsOn } from '@ivrak/core/kit';
import { containerOf, kindName, positionOf } from '../data/catalog.ts';
import { grams, mm, told } from '../drawing/figures.ts';
import { useKit } from '../kit/KitContext.tsx';
import parts from '../ui/parts.module.css';
import { Closes, signature, useMeasure } from './Closes.tsx';
import { nameOf } from './itemNames.ts';
import type { ReachEntry } from './reachOrder.ts';

const VERDICTS = { fits: 'fits by box size', may: 'may fit', cannot: 'cannot fit by box size' } as const;

/** Whether it goes in, how thick it gets, how good that is, and if not, why. */
export function Verdict({ order }: { order: readonly ReachEntry[] }) {
  const { packing, draft } = useKit();
  const { result, carry } = packing;
  const measure = useMeasure();
  if (result === null || carry === null) return null;
  const items = packing.problem?.items ?? [];
  const count = thingsIn(items);
  const goIn = count - thingsIn(items, result.unplaced);
  const position = positionOf(draft.positionId);
  const container = containerOf(draft.containerId);
  const hung = draft.units.flatMap((unit) => {
    const point = container === undefined ? undefined : hangsOn(unit.id, container, draft.fit.hung);
    return point === undefined ? [] : [{ unit, point: point.name }];
  });
  return (
    <section className="stack" aria-live="polite">
      <h2>Verdict</h2>
      <div className={fitsThere(result, carry) ? parts.verdictGood : 'refusal'}>
        {measure === null ? (
          <p>
            <b>
              {goIn} of {count} go in: {VERDICTS[result.verdict]}.
            </b>{' '}
            Packed {mm(result.thicknessMm)}, {mm(carry.outerTMm)} with the walls
            {hung.length > 0 && ' and what hangs outside'}.{filmLine(result)}
          </p>
        ) : (
          <p>
            <b>It closes: {mm(measure.outerMm)} measured</b> {signature(measure)}. By box size {goIn} of {count} go in,{' '}
            {mm(result.thicknessMm)} without the walls.
          </p>
        )}
        {hung.map(({ unit, point }) => (
          <p key={unit.id}>
            Outside: {kindName(unit.kind).toLowerCase()} on the {point}.
          </p>
        ))}
        {carry.overMm > 0 && (
          <p>
            {mm(carry.overMm)} too thick for the {position?.name.toLowerCase()}.
          </p>
        )}
        {!carry.outlineFits && (
          <p>
            The {container?.name.toLowerCase()} is larger than the {position?.name.toLowerCase()}.
          </p>
        )}
        {carry.massOverG > 0 && <p>{grams(carry.massOverG)} over what is comfortable there.</p>}
      </div>
      {measure === null && result.reasons.map((reason) => <Reason key={`${reason.code}-${reason.items?.join()}`} reason={reason} />)}
      <Closes />
      <p className="small muted">{gapLine(result.thicknessMm, result.bound.valueMm, result.bound.kind, result.proven)}</p>
      {order.length === 0 && <p className="small">Nothing could be laid down.</p>}
    </section>
  );
}

/** What film is left where it is tightest, and how it was closed. */
function filmLine({ spare, pressed }: FitResult): string {
  if (spare === undefined) return '';
  const ease = spare.ease === 'tight' ? 'It closes tight' : 'It closes with comfort';
  const by = pressed === undefined ? '' : ', pressed by hand';
  return ` ${ease}${by}: ${mm(spare.acrossMm)} of film to spare across, ${mm(spare.alongMm)} along.`;
}

const PROOFS: Record<FitResult['bound']['kind'], string> = {
  none: 'there being nothing',
  volume: 'volume',
  thickest: 'the thickest thing',
  stack: 'things that cannot lie side by side',
  exact: 'trying every way to lay the bulkiest things',
};

/** A bound from volume alone slanders good packings, so no gap is drawn from it. */
function gapLine(thicknessMm: number, boundMm: number, kind: FitResult['bound']['kind'], proven: boolean): string {
  if (proven) return `No packing of these boxes is thinner: proven by ${PROOFS[kind]}.`;
  if (kind === 'volume' || kind === 'none') return 'Not proven to be the thinnest.';
  return `At least ${mm(boundMm)} is certain (${PROOFS[kind]}); ${mm(thicknessMm)} was found.`;
}

function Reason({ reason }: { reason: FitReason }) {
  const { draft } = useKit();
  const names = (reason.items ?? []).map(nameOf(draft));
  return (
    <p className="small">
      {names.length > 0 && <b>{names.join(', ')}: </b>}
      {told(reason.text)}
    </p>
  );
}
