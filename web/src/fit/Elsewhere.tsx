import type { CarryRow } from '@ivrak/core/kit';
import type { Container, Position } from '@ivrak/core/model';
import { Button, Checkbox, Modal, Progress } from '@mantine/core';
import { clsx } from 'clsx';
import { useEffect, useState } from 'react';
import { containerOf, positionOf } from '../data/catalog.ts';
import { grams, mm } from '../drawing/figures.ts';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { handsLine } from '../places/words.ts';
import css from './fit.module.css';
import { useAdvice } from './useAdvice.ts';

const CARDS = 4;
/** A kit of more things than this is looked into only when that is asked for. */
const MOST_THINGS_UNASKED = 30;

/** Where else this kit could be carried: the nearest answers as cards, everything as a table. */
export function Elsewhere() {
  const { draft, packing } = useKit();
  const advice = useAdvice('whereCarried');
  const [isOpen, setOpen] = useState(false);
  const count = packing.problem?.items.length ?? 0;
  const isReady = packing.result !== null && packing.progress === null;
  const isIdle = advice.answer === null && advice.progress === null && advice.error === null;
  useEffect(() => {
    if (isReady && isIdle && count <= MOST_THINGS_UNASKED) advice.ask();
  }, [isReady, advice.ask]);
  if (draft.units.length === 0) return null;
  const rows = advice.answer ?? [];
  const here = rows.filter(({ containerId, positionId }) => containerId === draft.containerId && positionId !== draft.positionId);
  const nearest = [...here].sort(byFit).slice(0, CARDS);
  return (
    <section className={css.elsewhere} aria-label="Where else could it be carried?">
      <div className="row">
        <h2>Where else could it be carried?</h2>
        {advice.progress !== null && (
          <>
            <Progress
              className={css.elsewhereProgress}
              value={advice.progress * 100}
              aria-label="Trying containers"
              transitionDuration={0}
            />
            <Button size="compact-sm" variant="default" onClick={advice.cancel}>
              Cancel
            </Button>
          </>
        )}
        {isIdle && (
          <Button size="compact-sm" variant="default" onClick={advice.ask}>
            Try all places
          </Button>
        )}
        {rows.length > 0 && (
          <Button size="compact-sm" variant="default" onClick={() => setOpen(true)}>
            All containers and places
          </Button>
        )}
      </div>
      <div className={css.elsewhereCards}>
        {nearest.map((row) => (
          <PlaceCard key={row.positionId} row={row} />
        ))}
      </div>
      <PlaceTable rows={rows} opened={isOpen} close={() => setOpen(false)} />
    </section>
  );
}

const byFit = (a: CarryRow, b: CarryRow): number =>
  Number(b.fits) - Number(a.fits) ||
  Number(b.carry.outlineFits) - Number(a.carry.outlineFits) ||
  a.carry.overMm - b.carry.overMm ||
  a.carry.limitMm - b.carry.limitMm;

/** "fits", "8 mm over", "too large", "2 left out" */
function verdictOf({ fits, allIn, carry }: CarryRow): string {
  if (fits) return carry.massOverG > 0 ? `fits, ${grams(carry.massOverG)} over` : 'fits';
  if (!allIn) return 'not all go in';
  return carry.outlineFits ? `${mm(carry.overMm)} over` : 'too large';
}

function PlaceCard({ row }: { row: CarryRow }) {
  const position = positionOf(row.positionId);
  if (position === undefined) return null;
  return (
    <button
      type="button"
      className={clsx(css.placeCard, row.fits && css.isGood)}
      onClick={() => edit((draft) => ({ ...draft, positionId: row.positionId }))}
    >
      <b>{position.name}</b>
      <span className="mono small">
        {mm(row.carry.outerTMm)} of {mm(row.carry.limitMm)}
      </span>
      <span className={clsx(css.placeVerdict, row.fits ? 'state-held' : 'state-gap')}>{verdictOf(row)}</span>
      <span className="small muted">{handsLine(position)}</span>
    </button>
  );
}

function PlaceTable({ rows, opened, close }: { rows: readonly CarryRow[]; opened: boolean; close: () => void }) {
  const { draft } = useKit();
  const [isFittingOnly, setFittingOnly] = useState(true);
  const here = positionOf(draft.positionId)?.onBody ?? false;
  // The place it has now, then places of its sort: what hangs on the body is not looked for in a drawer.
  const nearness = ({ positionId }: CarryRow): number =>
    positionId === draft.positionId ? 0 : positionOf(positionId)?.onBody === here ? 1 : 2;
  const shown = [...rows].filter(({ fits }) => fits || !isFittingOnly).sort((a, b) => nearness(a) - nearness(b) || byFit(a, b));
  return (
    <Modal opened={opened} onClose={close} title="Where could this kit be carried?" size="xl">
      <Checkbox label="Only where it fits" checked={isFittingOnly} onChange={(event) => setFittingOnly(event.currentTarget.checked)} />
      <table className={css.placeTable}>
        <thead>
          <tr>
            <th scope="col">Container</th>
            <th scope="col">Place</th>
            <th scope="col">Thickness</th>
            <th scope="col">Comfort</th>
            <th scope="col">Reached by</th>
            <th scope="col">
              <span className="sr-only">Choose</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {shown.map((row) => {
            const position = positionOf(row.positionId);
            const container = containerOf(row.containerId);
            if (position === undefined || container === undefined) return null;
            const isNow = row.containerId === draft.containerId && row.positionId === draft.positionId;
            return (
              <PlaceRow
                key={`${row.containerId} ${row.positionId}`}
                row={row}
                isNow={isNow}
                container={container}
                position={position}
                close={close}
              />
            );
          })}
        </tbody>
      </table>
      {shown.length === 0 && <p>It fits nowhere as it is. The changes beside the drawing say what would help.</p>}
    </Modal>
  );
}

interface PlaceRowProps {
  row: CarryRow;
  isNow: boolean;
  container: Container;
  position: Position;
  close: () => void;
}

function PlaceRow({ row, isNow, container, position, close }: PlaceRowProps) {
  return (
    <tr className={isNow ? css.isNow : undefined}>
      <th scope="row">{container.name}</th>
      <td>{position.name}</td>
      <td className="mono">
        {mm(row.carry.outerTMm)} of {mm(row.carry.limitMm)}
      </td>
      <td className={row.fits ? 'state-held' : 'state-gap'}>{verdictOf(row)}</td>
      <td>{handsLine(position)}</td>
      <td>
        {isNow ? (
          <span className="small muted">as it is now</span>
        ) : (
          <Button
            size="compact-xs"
            variant="default"
            aria-label={`Carry it so: ${container.name}, ${position.name}`}
            onClick={() => {
              edit((before) => ({
                ...before,
                containerId: row.containerId,
                positionId: row.positionId,
                fit: row.containerId === before.containerId ? before.fit : { ...before.fit, locks: {}, pins: {} },
              }));
              close();
            }}
          >
            Carry it so
          </Button>
        )}
      </td>
    </tr>
  );
}
