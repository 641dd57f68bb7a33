import type { KitView } from '@ivrak/core/model';
import { IconBulb, IconX } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { api, messageOf } from '../data/client.ts';
import { useLamp } from '../theme/lamp.ts';
import { clock } from './clock.ts';
import css from './use.module.css';
import { send, useUseLog } from './useLog.ts';

/** Whose log it is, the red lamp, and the way out. */
export function UseHead({ kit }: { kit: KitView }) {
  const { isRed, set } = useLamp();
  const startedAt = useUseLog((state) => state.log?.startedAt);
  return (
    <header className={css.head}>
      <div className="grow">
        <h1>{kit.name}</h1>
        <p className="small muted">
          {startedAt === undefined ? 'nothing logged yet' : `log since ${clock(startedAt)}`} · numbers, no names
        </p>
      </div>
      <button type="button" className={css.icon} aria-pressed={isRed} aria-label="Red lamp" onClick={() => set(!isRed)}>
        <IconBulb size={24} />
      </button>
      <Link to="/" className={css.icon} aria-label="To Muster">
        <IconX size={24} />
      </Link>
    </header>
  );
}

/** A log that another device began with this kit can be gone on with here. */
export function GoOnElsewhere({ kit }: { kit: KitView }) {
  const log = useUseLog((state) => state.log);
  const adopt = useUseLog((state) => state.adopt);
  const [error, setError] = useState<string | null>(null);
  const open = kit.openUse;
  if (log !== null || open === null) return null;
  const goOn = () =>
    api
      .get('/api/use-logs/:id', { params: { id: open.logId } })
      .then(adopt)
      .catch((failure: unknown) => setError(messageOf(failure)));
  return (
    <div className={css.help}>
      <p>
        A use of this kit since {clock(open.startedAt)} is not closed yet.{error !== null && <span className="state-gap"> {error}</span>}
      </p>
      <button type="button" className={css.action} onClick={() => void goOn()}>
        Go on with it
      </button>
    </div>
  );
}

/** Whether the server has everything; it is in this browser in any case. */
export function Sending() {
  const { log, sending, refusal } = useUseLog();
  if (log === null) return null;
  const waiting = log.entries.length - log.sent.length;
  const unread = log.unread?.length ?? 0;
  return (
    <p className={clsx(css.sending, 'small')} role="status">
      {waiting <= 0 ? (
        <span className="muted">
          {log.entries.length === 1 ? 'one entry, kept by the server' : `all ${log.entries.length} entries are kept by the server`}
          {unread > 0 && `, ${unread} of them as text to be read at the debrief`}
        </span>
      ) : (
        <>
          <span className={sending === 'refused' ? 'state-gap' : undefined}>
            {waiting} {waiting === 1 ? 'entry is' : 'entries are'} kept in this browser
            {sending === 'refused' ? ` and refused by the server: ${refusal}` : ', and sent when the server answers'}
          </span>{' '}
          <button type="button" className="link-button" onClick={() => void send()}>
            Send now
          </button>
        </>
      )}
    </p>
  );
}

/** A line of text, kept by Enter. */
export function NoteField({ keep }: { keep: (text: string) => void }) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  return (
    <form
      className={css.noteField}
      onSubmit={(event) => {
        event.preventDefault();
        const text = field.current?.value.trim() ?? '';
        if (text !== '') keep(text);
      }}
    >
      <input ref={field} aria-label="Note, without names" placeholder="What was found or done; no names" maxLength={300} />
      <button type="submit" className={css.action}>
        Save
      </button>
    </form>
  );
}
