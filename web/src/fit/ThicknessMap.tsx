import { type FitResult, thicknessMap, thicknessProfile } from '@ivrak/core/fit';
import type { Container } from '@ivrak/core/model';
import { mm } from '../drawing/figures.ts';
import css from './fit.module.css';
import { roomDrawings } from './frames.ts';

const CELL_PX = 9;
const COLUMNS = 16;

/** How thick the packed kit is where: a map as seen from the front, and the profile across its width under it. */
export function ThicknessMap({ container, result }: { container: Container; result: FitResult }) {
  const rooms = roomDrawings(container, result).filter(({ frames }) => frames.length === 1);
  const most = Math.max(1, result.thicknessMm);
  if (rooms.length === 0) return null;
  return (
    <section className={css.thicknessMap}>
      <h2>Thickness map</h2>
      <div className="row">
        {rooms.map((room) => {
          const rows = Math.max(4, Math.round((COLUMNS * room.h) / room.w));
          const place = { id: room.id, wMm: room.w, hMm: room.h };
          const cells = thicknessMap(result.placed, place, COLUMNS, rows);
          const profile = thicknessProfile(result.placed, place, COLUMNS);
          const bars = 34;
          return (
            <svg
              key={room.id}
              width={COLUMNS * CELL_PX}
              height={rows * CELL_PX + bars + 6}
              role="img"
              aria-label={`Thickness of ${room.id}: at most ${mm(Math.max(...profile))}, at the edges ${mm(profile[0] ?? 0)} and ${mm(profile.at(-1) ?? 0)}`}
            >
              {cells.map((line, row) =>
                line.map((value, column) => (
                  <rect
                    key={`${row}-${column}`}
                    x={column * CELL_PX + 0.5}
                    y={row * CELL_PX + 0.5}
                    width={CELL_PX - 1}
                    height={CELL_PX - 1}
                    fill={value === 0 ? 'var(--card)' : 'var(--action)'}
                    fillOpacity={value === 0 ? 1 : 0.2 + (0.8 * value) / most}
                  />
                )),
              )}
              {profile.map((value, column) => (
                <rect
                  key={column}
                  x={column * CELL_PX + 0.5}
                  y={rows * CELL_PX + 6 + bars * (1 - value / most)}
                  width={CELL_PX - 1}
                  height={(bars * value) / most}
                  fill="var(--emphasis)"
                />
              ))}
            </svg>
          );
        })}
      </div>
      <p className="small mono">0 … {mm(most)}; below, the profile</p>
    </section>
  );
}
