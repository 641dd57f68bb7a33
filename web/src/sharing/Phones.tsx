import { ROLE_NAMES, ROLES, type Role } from '@ivrak/contract';
import { Button, Radio, Select, Switch } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { type Answer, api } from '../data/client.ts';
import { usePeople } from '../data/queries.ts';
import { Code } from '../ui/Code.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import { SHARING_KEY, type Sharing, useSharing } from './queries.ts';
import css from './sharing.module.css';
import { clockTime, inFours, seenText } from './words.ts';

/** Lets the crew's phones in, pairs them, and shuts them out again. */
export function Phones() {
  const sharing = useSharing().data;
  const client = useQueryClient();
  const { error, keep, isSending } = useKeep();
  const refresh = () => client.invalidateQueries({ queryKey: SHARING_KEY });
  if (sharing === undefined) return null;
  return (
    <section className="stack">
      <h2>Phones of the crew</h2>
      <Switch
        label="Let the crew’s phones in"
        description="From the network around this machine, each paired first; everything else stays shut out."
        checked={sharing.isOn}
        disabled={isSending}
        onChange={(event) => {
          const isOn = event.currentTarget.checked;
          void keep(
            () => api.put('/api/sharing', { body: { isOn } }),
            async () => {
              await refresh();
              await client.invalidateQueries({ queryKey: ['settings'] });
            },
          );
        }}
      />
      <Refusal text={error ?? sharing.trouble} />
      {sharing.isOn && <Open sharing={sharing} refresh={refresh} />}
      {sharing.devices.length > 0 && <Devices devices={sharing.devices} refresh={refresh} />}
    </section>
  );
}

interface PartProps {
  refresh: () => Promise<void>;
}

function Open({ sharing: { addresses, wrongCodes, fingerprint }, refresh }: PartProps & { sharing: Sharing }) {
  return (
    <>
      <p className="small">
        Phones reach this at <span className="mono">{addresses[0] ?? 'no address: this machine is in no network'}</span>
        {addresses.length > 1 && (
          <span className="muted">
            , or <span className="mono">{addresses.slice(1).join(', ')}</span>
          </span>
        )}
        . <Link to="/trust">How a phone learns to trust it</Link>
      </p>
      {fingerprint !== null && (
        <p className={css.fingerprint}>
          <span className="small muted">Fingerprint of its certificate</span> {fingerprint}
        </p>
      )}
      {wrongCodes > 0 && (
        <p className="small state-gap">
          {wrongCodes} wrong {wrongCodes === 1 ? 'code was' : 'codes were'} tried since the start.
        </p>
      )}
      <Pairing refresh={refresh} />
    </>
  );
}

const NOBODY = 'nobody';

function Pairing({ refresh }: PartProps) {
  const people = usePeople().data?.people ?? [];
  const [personId, setPerson] = useState<string>(NOBODY);
  const [role, setRole] = useState<Role>('carrier');
  const [made, setMade] = useState<Answer<'post', '/api/sharing/codes'> | null>(null);
  const { error, keep, isSending } = useKeep();
  const make = () =>
    void keep(async () => {
      const asked = { role, personId: personId === NOBODY ? null : (personId as (typeof people)[number]['id']) }; // an id of the list
      setMade(await api.post('/api/sharing/codes', { body: asked }));
      await refresh();
    });
  return (
    <div className={css.pairing}>
      <h3>Pair a phone</h3>
      <Select
        label="Whose"
        allowDeselect={false}
        data={[
          { value: NOBODY, label: 'nobody’s: it stays in the boathouse' },
          ...people.map(({ id, name }) => ({ value: id as string, label: name })),
        ]}
        value={personId}
        onChange={(value) => setPerson(value ?? NOBODY)}
      />
      <Radio.Group label="As" value={role} onChange={(value) => setRole(ROLES.find((one) => one === value) ?? 'carrier')}>
        <div className={css.roles}>
          {ROLES.toReversed().map((one) => (
            <Radio key={one} value={one} label={ROLE_NAMES[one].name} description={ROLE_NAMES[one].may} />
          ))}
        </div>
      </Radio.Group>
      <div>
        <Button onClick={make} disabled={isSending}>
          {made === null ? 'Make a code' : 'Make another code'}
        </Button>
      </div>
      <Refusal text={error} />
      {made !== null && <Made made={made} />}
    </div>
  );
}

function Made({ made: { code, address, validUntil } }: { made: Answer<'post', '/api/sharing/codes'> }) {
  return (
    <div className={css.made} role="status">
      {address !== null && <Code symbol="qr" text={`${address}/pair#${code}`} alt="Opens the pairing page with this code" sizeMm={34} />}
      <div>
        <p className={css.code}>{inFours(code)}</p>
        <p className="small">
          Read it with the phone’s camera, or open <span className="mono">{address}/pair</span> and type the code. For one phone, until{' '}
          {clockTime(validUntil)}.
        </p>
      </div>
    </div>
  );
}

function Devices({ devices, refresh }: PartProps & Pick<Sharing, 'devices'>) {
  const people = usePeople().data?.people ?? [];
  const { error, keep } = useKeep();
  const nameOf = (id: string | null) => (id === null ? 'nobody’s' : (people.find((one) => one.id === id)?.name ?? 'somebody who has left'));
  return (
    <>
      <h3>Paired</h3>
      <Refusal text={error} />
      <ul className={css.devices}>
        {devices.map(({ id, name, personId, role, lastSeenAt }) => (
          <li key={id}>
            <span>
              <b>{name}</b> · {nameOf(personId)}, {ROLE_NAMES[role].name}
              <span className="small muted">{seenText(lastSeenAt, Date.now())}</span>
            </span>
            <Button
              size="compact-sm"
              variant="default"
              aria-label={`Shut ${name} out`}
              onClick={() => void keep(() => api.delete('/api/sharing/devices/:id', { params: { id } }), refresh)}
            >
              Shut out
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}
