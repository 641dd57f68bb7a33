import { type Carer, SKILL_FACTS, SKILLS, type Skill, TRAINING_NAMES, TRAINING_SKILLS, TRAININGS, type Training } from '@ivrak/core/model';
import { ActionIcon, Button, Select, TextInput } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { usePeople } from '../data/queries.ts';
import { useKit } from '../kit/KitContext.tsx';
import parts from '../ui/parts.module.css';
import css from './brief.module.css';
import { Count, Toggle, useBriefField } from './fields.tsx';

const MOST_CARERS = 30;

/** Who helps: a number and a level, or each by name with skills and authority. */
export function Carers() {
  const { brief, personId } = useKit().draft;
  const set = useBriefField();
  const people = usePeople().data?.people ?? [];
  const skills = [...TRAINING_SKILLS[brief.training]];
  const add = () => {
    const carrier = people.find(({ id }) => id === personId)?.name;
    const isFirst = brief.carers.length === 0;
    const name = isFirst && carrier !== undefined ? carrier : `Carer ${brief.carers.length + 1}`;
    const authorised = brief.training === 'advanced' ? skills.filter((skill) => SKILL_FACTS[skill].needsAuthority) : [];
    set({ carers: [...brief.carers, { name, carries: isFirst, skills, authorised }] });
  };
  const change = (index: number, carer: Carer | null) =>
    set({ carers: carer === null ? brief.carers.filter((_, at) => at !== index) : brief.carers.with(index, carer) });
  return (
    <fieldset>
      <legend>Who helps</legend>
      {brief.carers.length === 0 ? (
        <div className={parts.fieldGrid}>
          <Count label="Carers" value={brief.helpers} min={1} max={100} onChange={(helpers) => set({ helpers })} />
          <Select
            label="Training level"
            data={TRAININGS.map((value) => ({ value, label: TRAINING_NAMES[value].name }))}
            value={brief.training}
            onChange={(value) => set({ training: (value ?? brief.training) as Training })}
          />
        </div>
      ) : (
        brief.carers.map((carer, index) => (
          <CarerCard key={index} number={index + 1} carer={carer} change={(next) => change(index, next)} />
        ))
      )}
      {brief.carers.length === 0 && <p className="small muted">{TRAINING_NAMES[brief.training].means}.</p>}
      {brief.carers.length < MOST_CARERS && (
        <Button variant="default" onClick={add}>
          {brief.carers.length === 0 ? 'Name the carers and their skills' : 'Add carer'}
        </Button>
      )}
      <p className="caution">
        Airways, needles and some other things need training, and in some places authority. They are asked for only where somebody here may
        use them; local rules may allow less.
      </p>
    </fieldset>
  );
}

interface CarerCardProps {
  number: number;
  carer: Carer;
  change: (carer: Carer | null) => void;
}

function CarerCard({ number, carer, change }: CarerCardProps) {
  const flip = (list: readonly Skill[], skill: Skill, isOn: boolean): Skill[] =>
    SKILLS.filter((entry) => (entry === skill ? isOn : list.includes(entry)));
  return (
    <div className={css.carer} role="group" aria-label={`Carer ${number}`}>
      <div className={css.carerHead}>
        <TextInput
          aria-label={`Name of carer ${number}`}
          value={carer.name}
          maxLength={60}
          error={carer.name.trim() === '' ? 'A name or a role' : undefined}
          onChange={(event) => event.currentTarget.value !== '' && change({ ...carer, name: event.currentTarget.value })}
        />
        <Toggle label="Carries it" value={carer.carries} onChange={(carries) => change({ ...carer, carries })} />
        <ActionIcon variant="subtle" size={44} aria-label={`Take ${carer.name} out`} onClick={() => change(null)}>
          <IconTrash size={20} />
        </ActionIcon>
      </div>
      <div className={clsx(parts.toggles, parts.togglesTight)}>
        {SKILLS.map((skill) => (
          <Toggle
            key={skill}
            label={SKILL_FACTS[skill].name}
            value={carer.skills.includes(skill)}
            onChange={(isOn) =>
              change({
                ...carer,
                skills: flip(carer.skills, skill, isOn),
                authorised: isOn ? carer.authorised : flip(carer.authorised, skill, false),
              })
            }
          />
        ))}
      </div>
      {carer.skills.some((skill) => SKILL_FACTS[skill].needsAuthority) && (
        <div className={clsx(parts.toggles, parts.togglesTight)} role="group" aria-label={`What ${carer.name} is authorised for here`}>
          {carer.skills
            .filter((skill) => SKILL_FACTS[skill].needsAuthority)
            .map((skill) => (
              <Toggle
                key={skill}
                label={`authorised here: ${SKILL_FACTS[skill].name}`}
                value={carer.authorised.includes(skill)}
                onChange={(isOn) => change({ ...carer, authorised: flip(carer.authorised, skill, isOn) })}
              />
            ))}
        </div>
      )}
    </div>
  );
}
