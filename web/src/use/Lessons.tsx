import type { Lesson } from '@ivrak/core/incident';
import type { KitView } from '@ivrak/core/model';
import { Button, NumberInput, Select, TextInput } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { kindName } from '../data/catalog.ts';
import css from './debrief.module.css';

/** What was missing, what was learned, and what took too long: seconds that Carry reckons with. */
export function Lessons({
  kits,
  lessons,
  setLessons,
}: {
  kits: readonly KitView[];
  lessons: readonly Lesson[];
  setLessons: (next: Lesson[]) => void;
}) {
  const [text, setText] = useState('');
  const [seconds, setSeconds] = useState<number | string>('');
  const [kind, setKind] = useState<string | null>(null);
  const [first] = kits;
  const kinds = [...new Set(kits.flatMap(({ units }) => units.map((unit) => unit.kind)))];
  const kitOf = kits.find(({ units }) => units.some((unit) => unit.kind === kind));
  const add = (lesson: Lesson) => {
    setLessons([...lessons, lesson]);
    setText('');
    setSeconds('');
    setKind(null);
  };
  return (
    <div className="stack">
      <ul className={css.lessons}>
        {lessons.map((lesson, index) => (
          <li key={`${lesson.what} ${lesson.text}`}>
            <span className="grow">{lessonText(lesson)}</span>
            <button type="button" className="link-button" onClick={() => setLessons(lessons.filter((_, at) => at !== index))}>
              Off
            </button>
          </li>
        ))}
      </ul>
      <div className={clsx(css.lesson, 'row')}>
        <TextInput
          className="grow"
          label="What was missing, or what was learned"
          value={text}
          maxLength={300}
          onChange={(event) => setText(event.currentTarget.value)}
        />
        <Button
          variant="default"
          disabled={text.trim() === '' || first === undefined}
          onClick={() => first !== undefined && add({ what: 'missing', kitId: first.id, text: text.trim() })}
        >
          Was missing
        </Button>
        <Button variant="default" disabled={text.trim() === ''} onClick={() => add({ what: 'other', text: text.trim() })}>
          Learned
        </Button>
      </div>
      <div className={clsx(css.lesson, 'row')}>
        <Select
          className="grow"
          label="Took too long to get out"
          placeholder="choose a thing"
          data={kinds.map((id) => ({ value: id, label: kindName(id) }))}
          value={kind}
          onChange={setKind}
        />
        <NumberInput label="Seconds" value={seconds} min={0.2} max={3600} w={110} onChange={setSeconds} />
        <Button
          variant="default"
          disabled={kind === null || kitOf === undefined || typeof seconds !== 'number'}
          onClick={() =>
            kind !== null &&
            kitOf !== undefined &&
            typeof seconds === 'number' &&
            add({ what: 'slow', kitId: kitOf.id, kind, seconds, text: '' })
          }
        >
          Save time
        </Button>
      </div>
      <p className="small muted">A time that is kept here counts in Carry as one that was taken with the stopwatch.</p>
    </div>
  );
}

export const lessonText = (lesson: Lesson): string => {
  if (lesson.what === 'slow') return `${kindName(lesson.kind)} took ${lesson.seconds} s to get out`;
  return lesson.what === 'missing' ? `missing: ${lesson.text}` : lesson.text;
};
