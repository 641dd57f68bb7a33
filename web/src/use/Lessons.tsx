import type { Lesson } from '@ivrak/core/incident';
import type { KitView } from '@ivrak/core/model';
import { Button, NumberInput, Select, TextInput } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { kindName } from '../data/catalog.ts';
import css from './debrief.module.css';

interface LessonsProps {
  kits: readonly KitView[];
  lessons: readonly Lesson[];
  setLessons: (next: Lesson[]) => void;
}

/** What was missing, what was learned, and what took too long: seconds that Carry reckons with. */
export function Lessons({ kits, lessons, setLessons }: LessonsProps) {
  const add = (lesson: Lesson) => setLessons([...lessons, lesson]);
  return (
    <div className="stack">
      <ul className={css.lessons}>
        {lessons.map((lesson, index) => (
          <li key={`${lesson.what} ${lesson.text}`}>
            <span className="grow">{lessonText(lesson)}</span>
            <button type="button" className="link-button" onClick={() => setLessons(lessons.toSpliced(index, 1))}>
              Off
            </button>
          </li>
        ))}
      </ul>
      <WordsOf kit={kits[0]} add={add} />
      <TookLong kits={kits} add={add} />
      <p className="small muted">A time that is kept here counts in Carry as one that was taken with the stopwatch.</p>
    </div>
  );
}

function WordsOf({ kit, add }: { kit: KitView | undefined; add: (lesson: Lesson) => void }) {
  const [typed, setTyped] = useState('');
  const text = typed.trim();
  const keep = (lesson: Lesson) => {
    add(lesson);
    setTyped('');
  };
  return (
    <div className={clsx(css.lesson, 'row')}>
      <TextInput
        className="grow"
        label="What was missing, or what was learned"
        value={typed}
        maxLength={300}
        onChange={(event) => setTyped(event.currentTarget.value)}
      />
      <Button
        variant="default"
        disabled={text === '' || kit === undefined}
        onClick={() => kit !== undefined && keep({ what: 'missing', kitId: kit.id, text })}
      >
        Was missing
      </Button>
      <Button variant="default" disabled={text === ''} onClick={() => keep({ what: 'other', text })}>
        Learned
      </Button>
    </div>
  );
}

function TookLong({ kits, add }: { kits: readonly KitView[]; add: (lesson: Lesson) => void }) {
  const [seconds, setSeconds] = useState<number | string>('');
  const [kind, setKind] = useState<string | null>(null);
  const kinds = [...new Set(kits.flatMap(({ units }) => units.map((unit) => unit.kind)))];
  const kit = kits.find(({ units }) => units.some((unit) => unit.kind === kind));
  const lesson: Lesson | null =
    kind === null || kit === undefined || typeof seconds !== 'number' ? null : { what: 'slow', kitId: kit.id, kind, seconds, text: '' };
  return (
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
        disabled={lesson === null}
        onClick={() => {
          if (lesson !== null) add(lesson);
          setSeconds('');
          setKind(null);
        }}
      >
        Save time
      </Button>
    </div>
  );
}

export const lessonText = (lesson: Lesson): string => {
  if (lesson.what === 'slow') return `${kindName(lesson.kind)} took ${lesson.seconds} s to get out`;
  return lesson.what === 'missing' ? `missing: ${lesson.text}` : lesson.text;
};
