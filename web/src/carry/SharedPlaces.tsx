import { type Outside, type SharedPlace, sharedPlaces } from '@ivrak/core/loadout';
import type { CarriedKit } from '@ivrak/core/model';
import { useCatalog } from '../data/catalog.ts';
import { mm } from '../drawing/figures.ts';
import css from './carry.module.css';

interface MeasuredKit extends Outside {
  id: string;
}

interface SharedPlacesProps {
  carried: readonly CarriedKit[];
  kits: readonly MeasuredKit[];
  nameOf: (id: string) => string;
}

/** Kits that share a pocket or a belt: how they lie in it, and what they come to together. */
export function SharedPlaces({ carried, kits, nameOf }: SharedPlacesProps) {
  const positions = useCatalog((state) => state.positions);
  const shared = sharedPlaces({ kits: [...carried] }, new Map(kits.map((kit) => [kit.id, kit])), positions);
  if (shared.length === 0) return null;
  return (
    <section className={css.shared}>
      <h3>In one place</h3>
      {shared.map((place) => (
        <p key={place.positionId} className="small">
          <b>{positions.find(({ id }) => id === place.positionId)?.name}</b>: {place.kitIds.map(nameOf).join(' and ')} {LIE[place.lie]}
          {', '}
          <Verdict place={place} />
        </p>
      ))}
    </section>
  );
}

const LIE: Record<SharedPlace['lie'], string> = {
  beside: 'beside each other',
  onEachOther: 'on each other',
  both: 'beside and on each other',
};

function Verdict({ place: { thicknessMm, limitMm, overMm, isTooLarge } }: { place: SharedPlace }) {
  if (isTooLarge) return <span className="state-gap">one of them is larger than the place.</span>;
  if (thicknessMm === null) return <>not measured yet: pack them in Fit.</>;
  return (
    <>
      <span className="mono">
        {mm(thicknessMm)} of {mm(limitMm)}
      </span>
      {overMm > 0 ? <span className="state-gap">: {mm(overMm)} too thick together.</span> : '.'}
    </>
  );
}
