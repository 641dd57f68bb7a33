import { ROLE_NAMES } from '@ivrak/contract';
import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, messageOf, setWhoAmI } from '../data/client.ts';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import { useMe } from './queries.ts';
import css from './sharing.module.css';
import { inFours, usualName } from './words.ts';

/** What a device that is known sees where it would be paired. */
export function PairPage() {
  const me = useMe();
  return (
    <main id="main" className={parts.noticePage}>
      <h1>Pair this device</h1>
      {me.isHere ? (
        <p>
          This is the machine itself: it needs no code. Make one for a phone in <Link to="/settings">Settings</Link>.
        </p>
      ) : (
        <p>
          This device is paired already, as {ROLE_NAMES[me.role].name}. <Link to="/">Go on</Link>
        </p>
      )}
    </main>
  );
}

/** Where a device that is not known yet says the code that it was shown. It asks the server for nothing else, which would only refuse. */
export function PairHere() {
  const [code, setCode] = useState(inFours(window.location.hash.slice(1)));
  const [name, setName] = useState(usualName(navigator.userAgent));
  const [error, setError] = useState<string | null>(null);
  const [isSending, setSending] = useState(false);
  const pair = async () => {
    setSending(true);
    try {
      const { personId } = await api.post('/api/pair', { body: { code, name } });
      setWhoAmI(personId ?? 'local');
      // Everything is asked anew, as whoever this is now.
      window.location.assign('/day');
    } catch (failure) {
      setError(messageOf(failure));
      setSending(false);
    }
  };
  return (
    <main id="main" className={parts.noticePage}>
      <h1>Pair this device</h1>
      <form
        className={css.pairForm}
        onSubmit={(event) => {
          event.preventDefault();
          void pair();
        }}
      >
        <p>Whoever keeps the kits makes a code for you on the machine, under Settings, Phones of the crew.</p>
        <TextInput
          label="Code"
          size="md"
          autoComplete="off"
          autoCapitalize="characters"
          spellCheck={false}
          classNames={{ input: css.codeField ?? '' }}
          value={code}
          onChange={(event) => setCode(event.currentTarget.value)}
        />
        <TextInput label="This device is" size="md" maxLength={40} value={name} onChange={(event) => setName(event.currentTarget.value)} />
        <Refusal text={error} />
        <Button size="md" type="submit" disabled={isSending || code.trim() === ''}>
          Pair
        </Button>
      </form>
      <p className="small">
        Does the browser warn that the connection is not private? <Link to="/trust">Teach this phone to trust it</Link>, once.
      </p>
    </main>
  );
}
