import type { KitDraft } from '@ivrak/core/model';
import { Button, Modal } from '@mantine/core';
import { kindName } from '../data/catalog.ts';
import { draftOf, keepMine, takeTheirs, useDraft } from './draftStore.ts';
import css from './kit.module.css';

const lines = (draft: KitDraft): Map<string, string> =>
  new Map(
    draft.units.map((unit) => [
      unit.id,
      `${unit.count} × ${kindName(unit.kind)}${unit.lot ? `, lot ${unit.lot}` : ''}${unit.expiresOn ? `, ${unit.expiresOn}` : ''}`,
    ]),
  );

/** Two tabs changed one kit: both versions are kept in view until somebody chooses. */
export function ConflictDialog() {
  const { save, theirs, draft } = useDraft();
  if (save !== 'conflict' || theirs === null || draft === null) return null;
  const [mine, other] = [lines(draft), lines(draftOf(theirs))];
  const onlyMine = [...mine].filter(([id, line]) => other.get(id) !== line);
  const onlyTheirs = [...other].filter(([id, line]) => mine.get(id) !== line);
  return (
    <Modal
      opened
      onClose={() => undefined}
      withCloseButton={false}
      closeOnEscape={false}
      closeOnClickOutside={false}
      title="This kit was changed elsewhere"
      size="lg"
    >
      <p>Another tab or person saved it while you were working. Nothing is overwritten until you choose.</p>
      <div className={css.conflictSides}>
        <Side title="Yours, not saved" lines={onlyMine} />
        <Side title="Theirs, saved" lines={onlyTheirs} />
      </div>
      <div className="row">
        <Button onClick={keepMine}>Save mine over theirs</Button>
        <Button variant="default" onClick={takeTheirs}>
          Take theirs
        </Button>
      </div>
    </Modal>
  );
}

function Side({ title, lines: shown }: { title: string; lines: [string, string][] }) {
  return (
    <section>
      <h3>{title}</h3>
      {shown.length === 0 ? (
        <p className="small muted">No thing differs here; name, brief or container may.</p>
      ) : (
        <ul>
          {shown.map(([id, line]) => (
            <li key={id}>{line}</li>
          ))}
        </ul>
      )}
    </section>
  );
}
