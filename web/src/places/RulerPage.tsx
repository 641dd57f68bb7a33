import { type Measures, MM_PER_INCH } from '@ivrak/core/model';
import { Button } from '@mantine/core';
import { useSettings } from '../data/queries.ts';
import { measuresNow, mm } from '../drawing/figures.ts';
import { Blank } from '../ui/Blank.tsx';
import css from './places.module.css';

/** Room for half a figure past the last line. */
const END_MM = 5;

/** How a ruler is divided: lines apart, how many of them make a longer one and how many a figure, and what the figures count. */
interface Division {
  lineMm: number;
  longer: number;
  figure: number;
  counts: number;
  longMm: number;
  wideMm: number;
  barMm: number;
}
/** Every millimetre, longer every five and ten; or every sixteenth of an inch, longer every half and whole one. */
const DIVISIONS: Record<Measures, Division> = {
  metric: { lineMm: 1, longer: 5, figure: 10, counts: 10, longMm: 180, wideMm: 120, barMm: 100 },
  inches: {
    lineMm: MM_PER_INCH / 16,
    longer: 8,
    figure: 16,
    counts: 1,
    longMm: 7 * MM_PER_INCH,
    wideMm: 5 * MM_PER_INCH,
    barMm: 4 * MM_PER_INCH,
  },
};

function Scale({ lengthMm, isUpright }: { lengthMm: number; isUpright: boolean }) {
  const { lineMm, longer, figure, counts } = DIVISIONS[measuresNow()];
  const marks = Array.from({ length: Math.round(lengthMm / lineMm) + 1 }, (_, mark) => mark);
  const across = 18;
  return (
    <svg
      width={isUpright ? `${across}mm` : `${lengthMm + 2 * END_MM}mm`}
      height={isUpright ? `${lengthMm + 2 * END_MM}mm` : `${across}mm`}
      viewBox={isUpright ? `0 ${-END_MM} ${across} ${lengthMm + 2 * END_MM}` : `${-END_MM} 0 ${lengthMm + 2 * END_MM} ${across}`}
      role="img"
      aria-label={`Ruler of ${mm(lengthMm)}`}
    >
      {marks.map((mark) => {
        const at = mark * lineMm;
        const isFigure = mark % figure === 0;
        const length = isFigure ? 8 : mark % longer === 0 ? 5.5 : 3.5;
        const line = isUpright ? { x1: 0, x2: length, y1: at, y2: at } : { x1: at, x2: at, y1: 0, y2: length };
        return (
          <g key={mark}>
            <line {...line} stroke="#000" strokeWidth={isFigure ? 0.35 : 0.2} />
            {isFigure && (
              <text
                x={isUpright ? length + 1 : at}
                y={isUpright ? at + 1.3 : length + 4.5}
                fontSize={3.6}
                textAnchor={isUpright ? 'start' : 'middle'}
                fontFamily="var(--mono)"
              >
                {(mark / figure) * counts}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}

/** A page with rulers that are printed at their true size, to measure a pocket or to check it with a folded strip. */
export function RulerPage() {
  // It is reached without any other screen before it, so what is set is asked for here.
  if (useSettings().data === undefined) return <Blank label="Setting the ruler" />;
  const { barMm, longMm, wideMm } = DIVISIONS[measuresNow()];
  return (
    <main id="main" className={css.rulerPage}>
      <div className="row no-print">
        <Button onClick={() => window.print()}>Print at 100 %</Button>
        <p className="small">
          In the print dialogue choose 100 % or actual size, not “fit to page”. Then check the bar below with a real ruler.
        </p>
      </div>
      <article className={css.rulerSheet}>
        <h1>Pocket ruler, 1:1</h1>
        <p>This bar must measure {mm(barMm)}. If it does not, the printer has scaled the page, and no figure on it holds.</p>
        <svg width={`${barMm + 2}mm`} height="6mm" viewBox={`-1 0 ${barMm + 2} 6`} role="img" aria-label={`Bar of ${mm(barMm)}`}>
          <rect x={0} y={1} width={barMm} height={3.4} fill="#000" />
        </svg>
        <Scale lengthMm={longMm} isUpright={false} />
        <div className={css.rulerRow}>
          <Scale lengthMm={wideMm} isUpright />
          <div className={css.rulerWords}>
            <h2>How to measure</h2>
            <ol>
              <li>Put on what you will really wear, and sit down once.</li>
              <li>Push the folded strip to the bottom of the pocket: width, then height up to the opening.</li>
              <li>For thickness, put a stack of cards in and add to it until it is no longer comfortable; measure the stack.</li>
              <li>A pouch: stuff it as full as you would carry it, and measure inside its seams.</li>
            </ol>
            <p className="small">Enter the three figures under Containers and places.</p>
          </div>
        </div>
      </article>
    </main>
  );
}
