import { daysBetween, showDate } from '@ivrak/core/model';
import { Button, Modal } from '@mantine/core';
import { clsx } from 'clsx';
import { type ReactNode, useState } from 'react';
import { kindName } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { useKits, useRefresh } from '../data/queries.ts';
import { type AppliedMove, type RotationAnswer, type StoredMove, useRotation } from '../data/upkeep.ts';
import css from './upkeep.module.css';

/** Makes the moves of a rotation, takes them back, and gives what lapses to practice. */
function useMoves() {
  const [undo, setUndo] = useState<AppliedMove[] | null>(null);
  const [said, setSaid] = useState<{ text: string; isError: boolean } | null>(null);
  const refresh = useRefresh();
  const make = async (moves: readonly AppliedMove[], done: string, takesBack: boolean) => {
    try {
      const answer = await api.post('/api/rotation', { body: { moves } });
      setUndo(takesBack ? null : answer.undo);
      setSaid({ text: done, isError: false });
    } catch (failure) {
      setSaid({ text: messageOf(failure), isError: true });
    }
    await refresh();
  };
  const toPractice = async (moves: readonly StoredMove[]) => {
    try {
      for (const { unitId, version, count } of moves)
        await api.post('/api/units/:id/move', { params: { id: unitId }, body: { version, to: 'practice', count } });
      setSaid({ text: 'They are for practice now.', isError: false });
    } catch (failure) {
      setSaid({ text: messageOf(failure), isError: true });
    }
    await refresh();
  };
  return { undo, said, make, toPractice };
}

/** Swaps that make kits hold longer, made and taken back as one. */
export function RotationCard() {
  const rotation = useRotation();
  const [isOpen, setOpen] = useState(false);
  const { undo, said, make, toPractice } = useMoves();
  const plan = rotation.data;
  return (
    <section className={css.card} aria-label="Rotation">
      <RotationWords plan={plan} said={said} />
      <div className="row">
        <Button variant="default" size="compact-sm" onClick={() => setOpen(true)} disabled={plan === undefined}>
          Look at the moves
        </Button>
        {undo !== null && (
          <Button variant="default" size="compact-sm" onClick={() => void make(undo, 'Everything lies where it was.', true)}>
            Take the moves back
          </Button>
        )}
      </div>
      <Modal opened={isOpen} onClose={() => setOpen(false)} title="Moves that cost nothing" size="xl">
        {plan !== undefined && (
          <Moves
            plan={plan}
            practise={() => {
              setOpen(false);
              void toPractice(plan.toPractice);
            }}
            apply={() => {
              setOpen(false);
              void make(
                plan.moves.map(({ unitId, version, count, to }) => ({ unitId, version, count, to })),
                `${plan.moves.length} moves made.`,
                false,
              );
            }}
          />
        )}
      </Modal>
    </section>
  );
}

function RotationWords({ plan, said }: { plan: RotationAnswer | undefined; said: { text: string; isError: boolean } | null }) {
  return (
    <div className="grow">
      <h3>{headline(plan)}</h3>
      <p className="small">{plan === undefined ? '' : gainText(plan)}</p>
      {said !== null && (
        <p className={said.isError ? 'refusal' : 'small state-held'} role="status">
          {said.text}
        </p>
      )}
    </div>
  );
}

const headline = (plan: RotationAnswer | undefined): string =>
  plan === undefined
    ? 'Rotation'
    : plan.moves.length === 0
      ? 'Rotation: nothing to gain'
      : `Rotation: ${plan.moves.length} moves, nothing bought`;

function gainText({ gains, toPractice }: RotationAnswer): string {
  const best = gains.map(({ kitName, before, after }) =>
    after === null || before === null ? `${kitName} no longer lapses` : `${kitName} holds ${daysBetween(before, after)} days longer`,
  );
  const practice = toPractice.reduce((sum, { count }) => sum + count, 0);
  return [
    ...(best.length > 0
      ? [`${best.slice(0, 2).join('; ')}${best.length > 2 ? ` and ${best.length - 2} more` : ''}. No kit loses a day.`]
      : []),
    ...(practice > 0 ? [`${practice} to practice before they lapse.`] : []),
  ].join(' ');
}

function Moves({ plan, apply, practise }: { plan: RotationAnswer; apply: () => void; practise: () => void }) {
  const kits = useKits().data?.kits ?? [];
  const placeOf = (id: string | null) => (id === null ? 'stores' : (kits.find((kit) => kit.id === id)?.name ?? id));
  const row = (move: StoredMove) => (
    <>
      <td className={clsx(css.number, 'mono')}>{move.count} ×</td>
      <th scope="row">{kindName(move.kind)}</th>
      <td className="mono nowrap">{move.lot ?? '–'}</td>
      <td className="mono nowrap">{move.expiresOn === null ? 'no date' : showDate(move.expiresOn)}</td>
    </>
  );
  return (
    <div className="stack">
      {plan.moves.length === 0 ? (
        <p>No swap would let a kit hold longer without taking days from another.</p>
      ) : (
        <>
          <table className={css.table} aria-label="Moves">
            <tbody>
              {plan.moves.map((move) => (
                <tr key={`${move.unitId}-${move.to}`}>
                  {row(move)}
                  <td>
                    {placeOf(move.from)} → <b>{placeOf(move.to)}</b>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <ul>
            {plan.gains.map(({ kitId, kitName, before, after }) => (
              <li key={kitId}>
                {kitName}: holds to {after === null ? 'past every date' : showDate(after)}
                {before === null ? '' : ` instead of ${showDate(before)}`}
              </li>
            ))}
          </ul>
          <p className="small muted">
            The longest lives go to the kits that are hardest to inspect; of the spares the one that lapses first and still will do. Put
            what comes in into the state of what goes out, and pack again. All moves are made together or none.
          </p>
          <Button onClick={apply}>Make the {plan.moves.length} moves</Button>
        </>
      )}
      <ForPractice plan={plan} row={row} practise={practise} />
    </div>
  );
}

interface ForPracticeProps {
  plan: RotationAnswer;
  row: (move: StoredMove) => ReactNode;
  practise: () => void;
}

function ForPractice({ plan, row, practise }: ForPracticeProps) {
  return (
    plan.toPractice.length > 0 && (
      <>
        <h3>Will lapse unused within {plan.practiceWithinDays} days: use for practice</h3>
        <table className={css.table} aria-label="For practice">
          <tbody>
            {plan.toPractice.map((move) => (
              <tr key={move.unitId}>{row(move)}</tr>
            ))}
          </tbody>
        </table>
        <Button variant="default" onClick={practise}>
          Move them to practice, for ever
        </Button>
      </>
    )
  );
}
