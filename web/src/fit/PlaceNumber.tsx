import css from './fit.module.css';

interface PlaceNumberProps {
  place: number;
  x: number;
  y: number;
  radius: number;
}

/** The place in the reach order, in a disc on what is drawn. */
export function PlaceNumber({ place, x, y, radius }: PlaceNumberProps) {
  return (
    <g pointerEvents="none">
      <circle cx={x} cy={y} r={radius} fill="var(--bar)" />
      <text x={x} y={y + radius * 0.4} textAnchor="middle" className={css.cutawayNumber} fontSize={radius * 1.2} fill="var(--on-bar)">
        {place}
      </text>
    </g>
  );
}
