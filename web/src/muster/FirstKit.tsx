import { type BriefTemplate, TEMPLATES } from '@ivrak/core/catalog';
import { type KitDraft, NEEDS, nothingMadeReady, type PlainDate, skillsOn } from '@ivrak/core/model';
import { needsOn } from '@ivrak/core/needs';
import { Button, Radio, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useCatalog } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { useRefresh } from '../data/queries.ts';
import rungStripCss from '../drawing/rungStrip.module.css';
import { newUnit } from '../kit/units.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { type FirstThing, firstContents } from './firstContents.ts';
import firstKit from './firstKit.module.css';
import { START_PLACES } from './startPlaces.ts';

const STEPS = ['Situation', 'Place', 'Contents', 'Done'] as const;
type Place = (typeof START_PLACES)['pocket'];

/** The first kit of an empty installation: which situation it is for, where it is carried, what lies in it; then the Bench. */
export function FirstKit({ today }: { today: PlainDate }) {
  const [step, setStep] = useState(0);
  const [template, setTemplate] = useState<BriefTemplate | null>(null);
  const [place, setPlace] = useState<Place>(START_PLACES.pocket);
  const [name, setName] = useState('');
  const choose = (chosen: BriefTemplate) => {
    setTemplate(chosen);
    setPlace(START_PLACES[chosen.layer]);
    setName((before) => (before === '' || TEMPLATES.some((one) => one.name === before) ? chosen.name : before));
    setStep(1);
  };
  return (
    <section className={firstKit.firstKit} aria-label="The first kit">
      <ol className={firstKit.firstSteps}>
        {STEPS.map((label, index) => (
          <li key={label} aria-current={index === step ? 'step' : undefined}>
            <span className="mono">{index + 1}</span> {label}
          </li>
        ))}
      </ol>
      {step === 0 && <Situations choose={choose} />}
      {step === 1 && <Places {...{ name, setName, place, setPlace }} back={() => setStep(0)} next={() => setStep(2)} />}
      {step === 2 && template !== null && (
        <Contents template={template} name={name} place={place} today={today} back={() => setStep(1)} made={() => setStep(3)} />
      )}
      {step === 3 && <p role="status">Done. Opening the Bench.</p>}
    </section>
  );
}

function Situations({ choose }: { choose: (template: BriefTemplate) => void }) {
  return (
    <>
      <h2>What is the first kit for?</h2>
      <ul className={firstKit.firstSituations}>
        {TEMPLATES.map((template) => (
          <li key={template.id}>
            <button type="button" onClick={() => choose(template)}>
              <b>{template.name}</b>
              <span>{template.about}</span>
            </button>
          </li>
        ))}
      </ul>
      <p className="small muted">
        It fills the brief; every answer can be changed. Have a file already? <Link to="/settings">Import it in Settings</Link>.
      </p>
    </>
  );
}

interface PlacesProps {
  name: string;
  setName: (name: string) => void;
  place: Place;
  setPlace: (place: Place) => void;
  back: () => void;
  next: () => void;
}

function Places({ name, setName, place, setPlace, back, next }: PlacesProps) {
  const { containers, positions } = useCatalog();
  const isNamed = name.trim() !== '';
  return (
    <>
      <h2>Where is it carried, and in what?</h2>
      <div className={firstKit.firstFields}>
        <TextInput
          label="Name"
          description="What it is called when somebody must fetch it"
          maxLength={60}
          value={name}
          error={isNamed ? undefined : 'Give the kit a name.'}
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <Select
          label="Container"
          searchable
          data={containers.map(({ id, name: label }) => ({ value: id, label }))}
          value={place.containerId}
          onChange={(containerId) => setPlace({ ...place, containerId: containerId ?? place.containerId })}
        />
        <Select
          label="Carry position"
          searchable
          data={positions.map(({ id, name: label }) => ({ value: id, label }))}
          value={place.positionId}
          onChange={(positionId) => setPlace({ ...place, positionId: positionId ?? place.positionId })}
        />
      </div>
      <Turn back={back} next={isNamed ? next : null} label="To the contents" />
    </>
  );
}

interface ContentsProps {
  template: BriefTemplate;
  name: string;
  place: Place;
  today: PlainDate;
  back: () => void;
  made: () => void;
}

/** What the situation asks for, each with one thing; then the kit is made of what was left ticked. */
function Contents({ template, name, place, today, back, made }: ContentsProps) {
  const navigate = useNavigate();
  const refresh = useRefresh();
  const { schools, catalog } = useCatalog();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [as, setAs] = useState<'owned' | 'planned'>('owned');
  const [error, setError] = useState<string | null>(null);
  const { brief, layer, schoolId } = template;
  const school = schools.find(({ id }) => id === schoolId);
  const things = school === undefined ? [] : firstContents(needsOn(brief, school, today), skillsOn(brief, today), school, catalog);
  const toggle = (need: string) => {
    const next = new Set(left);
    if (!next.delete(need)) next.add(need);
    setLeft(next);
  };
  const make = async (isProposed: boolean) => {
    const sheet = isProposed ? [] : things.filter(({ need }) => !left.has(need)).map(({ kind, count }) => ({ ...newUnit(kind), count }));
    const draft: KitDraft = {
      name: name.trim(),
      layer,
      personId: null,
      ...place,
      schoolId,
      brief,
      setAside: [],
      ...nothingMadeReady(),
      ...(as === 'owned'
        ? { units: sheet }
        : { units: [], planned: sheet.map(({ id, kind, count, state }) => ({ id, kind, count, state })) }),
    };
    try {
      const kit = await api.post('/api/kits', { body: draft });
      made();
      await refresh();
      await navigate(`/kits/${kit.id}/${isProposed ? 'propose' : 'bench'}`);
    } catch (failure) {
      setError(messageOf(failure));
    }
  };
  return (
    <>
      <h2>What this situation asks for</h2>
      <p className="small muted">
        One plain thing for each need, as many as the least takes. Leave out what you have otherwise; the Bench swaps, adds and counts. Or
        have it worked out:{' '}
        <button type="button" className="link-button" onClick={() => void make(true)}>
          what fits the pocket and the purse
        </button>
        .
      </p>
      <ul className={firstKit.firstThings}>
        {things.map((thing) => (
          <FirstThingLine key={thing.need} thing={thing} isIn={!left.has(thing.need)} toggle={() => toggle(thing.need)} />
        ))}
      </ul>
      <Radio.Group label="These things" value={as} onChange={(value) => setAs(value === 'planned' ? 'planned' : 'owned')}>
        <Radio value="owned" label="lie here: I have them" />
        <Radio value="planned" label="are a plan: I will buy them" />
      </Radio.Group>
      <Refusal text={error} />
      <Turn back={back} next={() => void make(false)} label="Make the kit" />
    </>
  );
}

function FirstThingLine({ thing: { need, kind, count }, isIn, toggle }: { thing: FirstThing; isIn: boolean; toggle: () => void }) {
  return (
    <li>
      <label>
        <input type="checkbox" checked={isIn} onChange={toggle} />
        <span className={rungStripCss.rungLetter}>{need[0]}</span>
        <span className="grow">
          <b>
            {count} × {kind.name}
          </b>{' '}
          <span className="small muted">{NEEDS[need].label}</span>
          {kind.caution !== null && <span className={firstKit.firstCaution}>{kind.caution}</span>}
        </span>
      </label>
    </li>
  );
}

function Turn({ back, next, label }: { back: () => void; next: (() => void) | null; label: string }) {
  return (
    <div className="row">
      <Button variant="default" onClick={back}>
        Back
      </Button>
      <Button disabled={next === null} onClick={() => next?.()}>
        {label}
      </Button>
    </div>
  );
}
