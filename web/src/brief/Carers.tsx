import {
  addDays,
  byCourse,
  type Carer,
  countsOn,
  isLapsedOn,
  type KnownSkill,
  knownSkills,
  type LapsePolicy,
  type Person,
  type PlainDate,
  SKILL_FACTS,
  SKILLS,
  type Skill,
  showDate,
  TRAINING_NAMES,
  TRAINING_SKILLS,
  TRAININGS,
  type Training,
} from '@ivrak/core/model';
import { ActionIcon, Button, Select, TextInput } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useLapsePolicy, usePeople } from '../data/queries.ts';
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
  const policy = useLapsePolicy();
  const skills = [...TRAINING_SKILLS[brief.training]];
  const isFirst = brief.carers.length === 0;
  const free = people.filter(({ id }) => !brief.carers.some((carer) => carer.personId === id));
  const addPerson = (id: string | null) => {
    const person = people.find((one) => one.id === id);
    if (person !== undefined) set({ carers: [...brief.carers, ofCrew(person, policy, isFirst)] });
  };
  const add = () => {
    const authorised = brief.training === 'advanced' ? skills.filter((skill) => SKILL_FACTS[skill].needsAuthority) : [];
    const name = `Carer ${brief.carers.length + 1}`;
    set({ carers: [...brief.carers, { name, carries: isFirst, skills, authorised, personId: null, knows: [] }] });
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
        <div className={css.carerAdd}>
          {free.length > 0 && (
            <Select
              aria-label="Add somebody of the crew"
              placeholder="Add somebody of the crew"
              data={inFront(free, personId).map(({ id, name }) => ({ value: id, label: name }))}
              value={null}
              onChange={addPerson}
            />
          )}
          <Button variant="default" onClick={add}>
            {isFirst ? 'Name the carers and their skills' : free.length > 0 ? 'Add somebody else' : 'Add carer'}
          </Button>
        </div>
      )}
      <p className="caution">
        Airways, needles and some other things need training, and in some places authority. They are asked for only where somebody here may
        use them; local rules may allow less.
      </p>
    </fieldset>
  );
}

/** Who carries the kit is offered first. */
const inFront = <T extends { id: string }>(people: readonly T[], personId: string | null): T[] =>
  people.toSorted((a, b) => Number(b.id === personId) - Number(a.id === personId));

const ofCrew = (person: Person, policy: LapsePolicy, carries: boolean): Carer => ({
  name: person.name,
  carries,
  skills: [],
  authorised: [],
  personId: person.id,
  knows: knownSkills(person, policy),
});

interface CarerCardProps {
  number: number;
  carer: Carer;
  change: (carer: Carer | null) => void;
}

function CarerCard(props: CarerCardProps) {
  return props.carer.personId === null ? <OwnCarer {...props} /> : <CrewCarer {...props} />;
}

/** Somebody of the crew: what they know stands on the crew's list, with the day on which it lapses. */
function CrewCarer({ number, carer, change }: CarerCardProps) {
  const { today } = useKit();
  return (
    <div className={css.carer} role="group" aria-label={`Carer ${number}`}>
      <div className={css.carerHead}>
        <b>{carer.name}</b>
        <Toggle label="Carries it" value={carer.carries} onChange={(carries) => change({ ...carer, carries })} />
        <ActionIcon variant="subtle" size={44} aria-label={`Take ${carer.name} out`} onClick={() => change(null)}>
          <IconTrash size={20} />
        </ActionIcon>
      </div>
      {carer.knows.length === 0 && <p className="small muted">The crew’s list says nothing that {carer.name} is trained for.</p>}
      <ul className={css.knows}>
        {inOrder(carer.knows).map((own) => (
          <li key={`${own[0].course} ${own[0].lapsesOn}`} data-state={stateOf(own[0], today)}>
            <b>{own[0].course === '' ? 'Without a course that is written down' : own[0].course}</b>{' '}
            {own[0].lapsesOn !== null && <span className="muted">{knownUntil(own[0], today)}</span>}
            <span className={css.knownSkills}>{own.map(skillText).join(', ')}</span>
          </li>
        ))}
      </ul>
      <Link to={`/crew?edit=${carer.personId}`} className="small">
        Skills and courses on the crew’s list
      </Link>
    </div>
  );
}

/** Skills for which no course is written down come last. */
const inOrder = (knows: readonly KnownSkill[]) => byCourse(knows).toSorted(([a], [b]) => Number(a.course === '') - Number(b.course === ''));

const stateOf = (known: KnownSkill, today: PlainDate): 'good' | 'lapsed' | 'closed' =>
  !countsOn(known, today) ? 'closed' : isLapsedOn(known, today) ? 'lapsed' : 'good';

const skillText = ({ skill, isAuthorised }: KnownSkill): string =>
  `${SKILL_FACTS[skill].name}${SKILL_FACTS[skill].needsAuthority && !isAuthorised ? ' (not allowed here)' : ''}`;

function knownUntil(known: KnownSkill, today: PlainDate): string {
  const lastGood = known.lapsesOn === null ? '' : showDate(addDays(known.lapsesOn, -1));
  if (!isLapsedOn(known, today)) return `good until ${lastGood}`;
  if (!countsOn(known, today)) return `lapsed: was good until ${lastGood}, opens no need any more`;
  return known.closesOn === null ? `lapsed, was good until ${lastGood}` : `lapsed, counts until ${showDate(addDays(known.closesOn, -1))}`;
}

function OwnCarer({ number, carer, change }: CarerCardProps) {
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
