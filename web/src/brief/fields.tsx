import type { Brief } from '@ivrak/core/model';
import { IconCircle, IconCircleCheckFilled, IconSquare, IconSquareCheckFilled } from '@tabler/icons-react';
import { useId } from 'react';
import { edit } from '../kit/draftStore.ts';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import parts from '../ui/parts.module.css';
import css from './brief.module.css';

/** Changes fields of the brief in the draft. */
export function useBriefField() {
  return (change: Partial<Brief>) => edit((draft) => ({ ...draft, brief: { ...draft.brief, ...change } }));
}

interface CountProps {
  label: string;
  description?: string;
  value: number;
  min: number;
  max: number;
  unit?: string;
  onChange: (value: number) => void;
}

export function Count({ onChange, ...props }: CountProps) {
  return <DecimalInput {...props} decimals={0} onChange={(next) => next !== null && onChange(next)} />;
}

interface ToggleProps {
  label: string;
  hint?: string;
  value: boolean;
  onChange: (value: boolean) => void;
}

/** A yes or no that can be read at a glance: what is on carries a tick, not only a tint. */
export function Toggle({ label, hint, value, onChange }: ToggleProps) {
  return (
    <button type="button" className={parts.toggle} aria-pressed={value} onClick={() => onChange(!value)}>
      {value ? <IconSquareCheckFilled size={18} aria-hidden="true" /> : <IconSquare size={18} aria-hidden="true" />}
      <span>
        {label}
        {hint !== undefined && <span className={parts.toggleHint}> {hint}</span>}
      </span>
    </button>
  );
}

interface ChoicesProps<T extends string> {
  label: string;
  options: readonly { value: T; label: string; hint: string }[];
  value: T;
  onChange: (value: T) => void;
}

/** One of a few, each said in full. */
export function Choices<T extends string>({ label, options, value, onChange }: ChoicesProps<T>) {
  const name = useId();
  return (
    <div className={css.choices} role="radiogroup" aria-label={label}>
      {options.map((option) => (
        <label key={option.value} className={parts.toggle} data-chosen={option.value === value}>
          <input className="sr-only" type="radio" name={name} checked={option.value === value} onChange={() => onChange(option.value)} />
          {option.value === value ? <IconCircleCheckFilled size={18} aria-hidden="true" /> : <IconCircle size={18} aria-hidden="true" />}
          <span>
            {option.label}
            <span className={parts.toggleHint}> {option.hint}</span>
          </span>
        </label>
      ))}
    </div>
  );
}
