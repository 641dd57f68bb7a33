import { TEMPLATES } from '@ivrak/core/catalog';
import { type KitDraft, NEEDS, nothingMadeReady, skillsOf } from '@ivrak/core/model';
import { deriveNeeds } from '@ivrak/core/needs';
import { Button, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useCatalog } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { useRefresh } from '../data/queries.ts';
import { newUnit } from '../kit/units.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { firstContents } from './firstContents.ts';
import { START_PLACES } from './startPlaces.ts';

const STEPS = ['Situation', 'Place', 'Contents', 'Done'] as const;

/** The first kit of an empty installation: which situation it is for, where it is carried, what lies in it; then the Bench. */
export function FirstKit() {
  const navigate = useNavigate();
  const refresh = useRefresh();
  const { containers, positions, schools, catalog } = useCatalog();
  const [step, setStep] = useState(0);
  const [templateId, setTemplateId] = useState<string | null>(null);
  const template = TEMPLATES.find(({ id }) => id === templateId) ?? null;
  const [place, setPlace] = useState(START_PLACES.pocket);
  const [name, setName] = useState('');
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [error, setError] = useState<string | null>(null);
  const school = schools.find(({ id }) => id === template?.schoolId);
  const things =
    template === null || school === undefined
      ? []
      : firstContents(deriveNeeds(template.brief, school), skillsOf(template.brief), school, catalog);
  const choose = (id: string) => {
    const chosen = TEMPLATES.find((one) => one.id === id);
    if (chosen === undefined) return;
    setTemplateId(id);
    setPlace(START_PLACES[chosen.layer]);
    setName((before) => (before === '' || TEMPLATES.some((one) => one.name === before) ? chosen.name : before));
    setStep(1);
  };
  const make = async () => {
    if (template === null || school === undefined) return;
    const draft: KitDraft = {
      name: name.trim(),
      layer: template.layer,
      personId: null,
      ...place,
      schoolId: school.id,
      brief: template.brief,
      units: things.filter(({ need }) => !left.has(need)).map(({ kind, count }) => ({ ...newUnit(kind), count })),
      setAside: [],
      ...nothingMadeReady(),
    };
    try {
      const kit = await api.post('/api/kits', { body: draft });
      setStep(3);
      await refresh();
      await navigate(`/kits/${kit.id}/bench`);
    } catch (failure) {
      setError(messageOf(failure));
    }
  };
  return (
    <section className="first-kit" aria-label="The first kit">
      <ol className="first-steps">
        {STEPS.map((label, index) => (
          <li key={label} aria-current={index === step ? 'step' : undefined}>
            <span className="mono">{index + 1}</span> {label}
          </li>
        ))}
      </ol>
      {step === 0 && (
        <>
          <h2>What is the first kit for?</h2>
          <ul className="first-situations">
            {TEMPLATES.map(({ id, name: label, about }) => (
              <li key={id}>
                <button type="button" onClick={() => choose(id)}>
                  <b>{label}</b>
                  <span>{about}</span>
                </button>
              </li>
            ))}
          </ul>
          <p className="small muted">
            It fills the brief; every answer can be changed. Have a file already? <Link to="/settings">Import it in Settings</Link>.
          </p>
        </>
      )}
      {step === 1 && template !== null && (
        <>
          <h2>Where is it carried, and in what?</h2>
          <div className="first-fields">
            <TextInput
              label="Name"
              description="What it is called when somebody must fetch it"
              maxLength={60}
              value={name}
              error={name.trim() === '' ? 'Give the kit a name.' : undefined}
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
          <Turn back={() => setStep(0)} next={name.trim() === '' ? null : () => setStep(2)} label="To the contents" />
        </>
      )}
      {step === 2 && template !== null && (
        <>
          <h2>What this situation asks for</h2>
          <p className="small muted">
            One plain thing for each need, as many as the least takes. Leave out what you have otherwise; the Bench swaps, adds and counts.
          </p>
          <ul className="first-things">
            {things.map(({ need, kind, count }) => (
              <li key={need}>
                <label>
                  <input
                    type="checkbox"
                    checked={!left.has(need)}
                    onChange={() => {
                      const next = new Set(left);
                      if (!next.delete(need)) next.add(need);
                      setLeft(next);
                    }}
                  />
                  <span className="rung-letter">{need[0]}</span>
                  <span className="grow">
                    <b>
                      {count} × {kind.name}
                    </b>{' '}
                    <span className="small muted">{NEEDS[need].label}</span>
                    {kind.caution !== null && <span className="first-caution">{kind.caution}</span>}
                  </span>
                </label>
              </li>
            ))}
          </ul>
          <Refusal text={error} />
          <Turn back={() => setStep(1)} next={() => void make()} label="Make the kit" />
        </>
      )}
      {step === 3 && <p role="status">Done. Opening the Bench.</p>}
    </section>
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
