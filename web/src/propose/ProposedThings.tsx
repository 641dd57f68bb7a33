import type { ProposedThing } from '@ivrak/core/propose';
import { ActionIcon } from '@mantine/core';
import { IconBan, IconLock } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { kindName } from '../data/catalog.ts';
import css from './propose.module.css';
import type { Wishes } from './wishes.ts';

interface ProposedThingsProps {
  things: readonly ProposedThing[];
  /** Kinds that another proposal does not have, or has fewer of. */
  differs: ReadonlySet<string>;
  wishes: Pick<Wishes, 'locked' | 'barred'>;
  set: (wishes: Pick<Wishes, 'locked' | 'barred'>) => void;
}

/** Every thing of a proposal, to be kept or barred by one press. */
export function ProposedThings({ things, differs, wishes: { locked, barred }, set }: ProposedThingsProps) {
  return (
    <ul className={css.things}>
      {things.map(({ kind, count, fromStock = [] }) => (
        <li key={kind} className={clsx(differs.has(kind) && css.differs)}>
          <span className="grow">
            {count > 1 && `${count} × `}
            {kindName(kind)}
            {fromStock.length > 0 && (
              <span className="small muted"> {fromStock.length === count ? 'owned' : `${fromStock.length} owned`}</span>
            )}
          </span>
          <ActionIcon
            variant="subtle"
            size={28}
            aria-label={`${kindName(kind)} must be in it`}
            aria-pressed={locked.includes(kind)}
            onClick={() => set({ locked: toggled(locked, kind), barred: barred.filter((one) => one !== kind) })}
          >
            <IconLock size={17} />
          </ActionIcon>
          <ActionIcon
            variant="subtle"
            size={28}
            aria-label={`${kindName(kind)} is not wanted`}
            onClick={() => set({ barred: toggled(barred, kind), locked: locked.filter((one) => one !== kind) })}
          >
            <IconBan size={17} />
          </ActionIcon>
        </li>
      ))}
    </ul>
  );
}

const toggled = (kinds: readonly string[], kind: string): string[] =>
  kinds.includes(kind) ? kinds.filter((one) => one !== kind) : [...kinds, kind];
