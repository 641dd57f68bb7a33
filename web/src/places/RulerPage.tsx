import { Button } from '@mantine/core';
import css from './places.module.css';

const LONG_MM = 180;
const WIDE_MM = 120;
/** Room for half a figure past the last line. */
const END_MM = 5;

/** Lines every millimetre, longer every five and ten. */
function Scale({ lengthMm, isUpright }: { lengthMm: number; isUpright: boolean }) {
  const marks = Array.from({ length: lengthMm + 1 }, (_, mark) => mark);
  const size = 18;
  return (
    <svg
      width={isUpright ? `${size}mm` : `${lengthMm + 2 * END_MM}mm`}
      height={isUpright ? `${lengthMm + 2 * END_MM}mm` : `${size}mm`}
      viewBox={isUpright ? `0 ${-END_MM} ${size} ${lengthMm + 2 * END_MM}` : `${-END_MM} 0 ${lengthMm + 2 * END_MM} ${size}`}
      role="img"
      aria-label={`Ruler of ${lengthMm} mm`}
    >
      {marks.map((mark) => {
        const length = mark % 10 === 0 ? 8 : mark % 5 === 0 ? 5.5 : 3.5;
        const line = isUpright ? { x1: 0, x2: length, y1: mark, y2: mark } : { x1: mark, x2: mark, y1: 0, y2: length };
        return (
          <g key={mark}>
            <line {...line} stroke="#000" strokeWidth={mark % 10 === 0 ? 0.35 : 0.2} />
            {mark % 10 === 0 && (
              <text
                x={isUpright ? length + 1 : mark}
                y={isUpright ? mark + 1.3 : length + 4.5}
                fontSize={3.6}
                textAnchor={isUpright ? 'start' : 'middle'}
                fontFamily="var(--mono)"
              >
                {mark}
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
        <p>This bar must measure 100 mm. If it does not, the printer has scaled the page, and no figure on it holds.</p>
        <svg width="102mm" height="6mm" viewBox="-1 0 102 6" role="img" aria-label="Bar of 100 mm">
          <rect x={0} y={1} width={100} height={3.4} fill="#000" />
        </svg>
        <Scale lengthMm={LONG_MM} isUpright={false} />
        <div className={css.rulerRow}>
          <Scale lengthMm={WIDE_MM} isUpright />
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
