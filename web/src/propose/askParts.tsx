import { capital, NEEDS, type NeedId } from '@ivrak/core/model';
import { SegmentedControl, Select, Slider } from '@mantine/core';
import { IconBan, IconLock, IconX } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { kindName } from '../data/catalog.ts';
import { grams, price } from '../drawing/figures.ts';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { MoneyInput } from '../ui/MoneyInput.tsx';
import css from './propose.module.css';
import type { Wishes } from './wishes.ts';

interface LimitProps {
  label: string;
  value: number | null;
  least?: number;
  most: number;
  step: number;
  show: (value: number) => string;
  set: (value: number | null) => void;
  hint: string;
  field: ReactNode;
}

/** A slider whose far end is no limit, and a field for who knows the figure. */
export function Limit({ label, value, least = 0, most, step, show, set, hint, field }: LimitProps) {
  const said = value === null ? 'no limit' : show(value);
  return (
    <div className={css.limit}>
      <div className={css.limitField}>{field}</div>
      <Slider
        thumbLabel={`${label}, ${said}`}
        min={least}
        max={most}
        step={step}
        value={Math.min(value ?? most, most)}
        onChange={(next) => set(next >= most ? null : next)}
        label={null}
        thumbSize={22}
        thumbProps={{ 'aria-valuetext': said }}
      />
      <p className="small muted">{value === null ? `no limit · ${hint}` : hint}</p>
    </div>
  );
}

type SumLimitProps = Pick<LimitProps, 'value' | 'most' | 'set' | 'hint'>;

export const MoneyLimit = (limit: SumLimitProps) => (
  <Limit
    {...limit}
    label="Money"
    step={100}
    show={price}
    field={<MoneyInput label="Money" size="xs" value={limit.value} onChange={limit.set} />}
  />
);

export const MassLimit = (limit: SumLimitProps) => (
  <Limit
    {...limit}
    label="Mass"
    step={10}
    show={grams}
    field={<DecimalInput label="Mass" unit="g" size="xs" min={1} value={limit.value} onChange={limit.set} />}
  />
);

interface KeptOutProps {
  wishes: Pick<Wishes, 'locked' | 'barred'>;
  /** With what was let go left out. */
  set: (wishes: Pick<Wishes, 'locked' | 'barred'>) => void;
}

/** What must be in it, and what is not wanted, each to be let go by one press. */
export function KeptAndBarred({ wishes: { locked, barred }, set }: KeptOutProps) {
  return (
    <>
      <Chosen
        label="Must be in it"
        none="Press the lock beside a thing."
        icon={<IconLock size={15} aria-hidden />}
        kinds={locked}
        letGo={(kind) => set({ locked: locked.filter((one) => one !== kind), barred })}
      />
      <Chosen
        label="Not wanted"
        none="Press the bar beside a thing."
        icon={<IconBan size={15} aria-hidden />}
        kinds={barred}
        letGo={(kind) => set({ locked, barred: barred.filter((one) => one !== kind) })}
      />
    </>
  );
}

interface HowFarProps {
  wishes: Pick<Wishes, 'goal' | 'upTo'>;
  set: (wishes: Pick<Wishes, 'goal' | 'upTo'>) => void;
  /** In the school's order, those that are asked. */
  needs: readonly NeedId[];
}

/** To the least or the ideal, of all needs or up to one. */
export function HowFar({ wishes: { goal, upTo }, set, needs }: HowFarProps) {
  return (
    <>
      <SegmentedControl
        fullWidth
        aria-label="How far"
        value={goal}
        onChange={(value) => set({ goal: value === 'ideal' ? 'ideal' : 'least', upTo })}
        data={[
          { value: 'least', label: 'to the least' },
          { value: 'ideal', label: 'to the ideal' },
        ]}
      />
      <Select
        label="Up to"
        placeholder="everything that is asked"
        clearable
        data={needs.map((need) => ({ value: need as string, label: capital(NEEDS[need].label) }))}
        value={upTo ?? null}
        onChange={(need) => set({ goal, upTo: needs.find((one) => one === need) })}
      />
    </>
  );
}

interface ChosenProps {
  label: string;
  none: string;
  icon: ReactNode;
  kinds: readonly string[];
  letGo: (kind: string) => void;
}

function Chosen({ label, none, icon, kinds, letGo }: ChosenProps) {
  return (
    <div className={css.chosen} role="group" aria-label={label}>
      <h3>{label}</h3>
      {kinds.length === 0 ? (
        <p className="small muted">{none}</p>
      ) : (
        <ul>
          {kinds.map((kind) => (
            <li key={kind}>
              <button type="button" onClick={() => letGo(kind)} aria-label={`${label}: let go of ${kindName(kind)}`}>
                {icon}
                {kindName(kind)}
                <IconX size={15} aria-hidden />
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
