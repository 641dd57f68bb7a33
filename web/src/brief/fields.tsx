import type { Brief } from '@ivrak/core/model';
import { IconSquare, IconSquareCheckFilled } from '@tabler/icons-react';
import { edit } from '../kit/draftStore.ts';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import parts from '../ui/parts.module.css';

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
