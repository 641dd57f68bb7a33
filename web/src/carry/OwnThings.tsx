import { FAMILY_FACTS, freeId, OWN_THINGS } from '@ivrak/core/catalog';
import { FAMILIES, GRADES, type Grade, NEED_IDS, NEEDS, type NeedId, type OwnThing } from '@ivrak/core/model';
import { Checkbox, CloseButton, Select, TextInput } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import parts from '../ui/parts.module.css';
import css from './carry.module.css';

interface OwnThingsProps {
  own: readonly OwnThing[];
  change: (next: OwnThing[]) => void;
}

const NEW_THING = 'new';
const BLANK: Omit<OwnThing, 'id'> = {
  name: 'Own thing',
  family: 'other',
  isTool: true,
  grades: {},
  drawback: '',
  drawS: 4,
  massG: 0,
  barredAtSecurity: false,
};

/** Phone, light, knife: what somebody has on them anyway, in no kit, with its grade and what speaks against it. */
export function OwnThings({ own, change }: OwnThingsProps) {
  const [open, setOpen] = useState<string | null>(null);
  const add = (id: string | null) => {
    const shipped = OWN_THINGS.find((one) => one.id === id);
    if (shipped !== undefined) change([...own, shipped]);
    if (id !== NEW_THING) return;
    const newId = freeId('own thing', new Set(own.map((one) => one.id)));
    change([...own, { ...BLANK, id: newId }]);
    setOpen(newId);
  };
  const free = OWN_THINGS.filter(({ id }) => !own.some((one) => one.id === id));
  return (
    <>
      <h3>Already on you</h3>
      <ul className={css.own}>
        {own.map((one) => (
          <li key={one.id}>
            <div className="row">
              <button
                type="button"
                className={clsx(parts.bare, 'grow')}
                aria-expanded={open === one.id}
                onClick={() => setOpen(open === one.id ? null : one.id)}
              >
                <b>{one.name}</b>{' '}
                <span className="small muted">
                  {Object.keys(one.grades)
                    .map((need) => NEEDS[need as NeedId].label) // keyed by needs
                    .join(', ') || 'serves nothing yet'}
                </span>
              </button>
              <CloseButton aria-label={`Leave ${one.name} out`} onClick={() => change(own.filter(({ id }) => id !== one.id))} />
            </div>
            {open === one.id ? (
              <OwnThingForm one={one} set={(next) => change(own.map((other) => (other.id === one.id ? { ...other, ...next } : other)))} />
            ) : (
              one.drawback !== '' && <p className="small muted">{one.drawback}</p>
            )}
          </li>
        ))}
      </ul>
      <Select
        aria-label="Add something of your own"
        placeholder="Add something of your own"
        data={[...free.map(({ id, name }) => ({ value: id, label: name })), { value: NEW_THING, label: 'Something else' }]}
        value={null}
        onChange={add}
      />
    </>
  );
}

interface FormProps {
  one: OwnThing;
  set: (next: Partial<OwnThing>) => void;
}

function OwnThingForm({ one, set }: FormProps) {
  return (
    <div className={clsx(css.ownForm, 'stack')}>
      <TextInput
        label="What it is"
        maxLength={60}
        defaultValue={one.name}
        // An empty name is not taken up: the loadout would not be kept.
        onBlur={(event) => event.currentTarget.value.trim() !== '' && set({ name: event.currentTarget.value.trim() })}
      />
      <Select
        label="What sort of thing"
        searchable
        allowDeselect={false}
        data={FAMILIES.map((family) => ({ value: family as string, label: FAMILY_FACTS[family].name }))}
        value={one.family}
        onChange={(next) => set({ family: FAMILIES.find((known) => known === next) ?? one.family })}
      />
      <OwnGrades one={one} set={set} />
      <TextInput label="Problems" maxLength={160} value={one.drawback} onChange={(event) => set({ drawback: event.currentTarget.value })} />
      <div className={css.kitFields}>
        <DecimalInput label="To the hand in" unit="s" max={600} value={one.drawS} onChange={(drawS) => set({ drawS: drawS ?? 0 })} />
        <DecimalInput label="Mass" unit="g" max={20_000} decimals={0} value={one.massG} onChange={(massG) => set({ massG: massG ?? 0 })} />
      </div>
      <Checkbox label="Not used up by use" checked={one.isTool} onChange={(event) => set({ isTool: event.currentTarget.checked })} />
      <Checkbox
        label="Kept back at security checks"
        checked={one.barredAtSecurity}
        onChange={(event) => set({ barredAtSecurity: event.currentTarget.checked })}
      />
    </div>
  );
}

/** The needs that it serves, and how well. */
function OwnGrades({ one, set }: FormProps) {
  const named = Object.entries(one.grades) as [NeedId, Grade][]; // keyed by needs, filled with grades
  return (
    <>
      {named.map(([need, grade]) => (
        <div key={need} className="row">
          <span className="grow">
            {need[0]} {NEEDS[need].label}
          </span>
          <Select
            aria-label={`Grade of ${one.name} for ${NEEDS[need].label}`}
            data={[...GRADES]}
            value={grade}
            w={124}
            onChange={(next) => set({ grades: { ...one.grades, [need]: GRADES.find((known) => known === next) ?? grade } })}
          />
          <CloseButton
            aria-label={`${one.name} does not serve ${NEEDS[need].label}`}
            onClick={() => set({ grades: Object.fromEntries(named.filter(([other]) => other !== need)) })}
          />
        </div>
      ))}
      <Select
        aria-label="Add a need that it serves"
        placeholder="Add a need that it serves"
        searchable
        data={NEED_IDS.filter((need) => one.grades[need] === undefined).map((need) => ({
          value: need,
          label: `${need[0]} ${NEEDS[need].label}`,
        }))}
        value={null}
        onChange={(need) => need !== null && set({ grades: { ...one.grades, [need as NeedId]: 'improvised' } })} // a need of the list
      />
    </>
  );
}
