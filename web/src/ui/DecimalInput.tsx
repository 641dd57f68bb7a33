import { G_PER_OUNCE, lengthUnit, MM_PER_INCH, massUnit } from '@ivrak/core/model';
import { TextInput, type TextInputProps } from '@mantine/core';
import { type KeyboardEvent, useRef, useState } from 'react';
import { measuresNow } from '../drawing/figures.ts';
import parts from './parts.module.css';
import { formatNumber, readNumber } from './readNumber.ts';

export interface DecimalInputProps extends Omit<TextInputProps, 'value' | 'onChange' | 'onBlur' | 'onFocus'> {
  label: string;
  value: number | null;
  /** Called with every number that is acceptable, and with null when the field is emptied. */
  onChange: (value: number | null) => void;
  min?: number;
  max?: number;
  step?: number;
  /** Decimal places that are kept; 0 for whole numbers. */
  decimals?: number;
  /** An amount of money is shown with both its decimals. */
  isMoney?: boolean;
  /** Shown inside the field, after the number. */
  unit?: string;
}

/** A length or a mass: kept in millimetres or grams, typed in what is set. */
export function DecimalInput({ unit, ...props }: DecimalInputProps) {
  if (measuresNow() === 'metric' || (unit !== 'mm' && unit !== 'g'))
    return <PlainDecimalInput {...props} {...(unit === undefined ? {} : { unit })} />;
  const { value, onChange, min, max, step, decimals = 2 } = props;
  const factor = unit === 'mm' ? MM_PER_INCH : G_PER_OUNCE;
  const places = unit === 'mm' ? INCH_PLACES : OUNCE_PLACES;
  // A limit is no hurdle for what rounds to it.
  const limit = (metric: number, round: (value: number) => number) => round((metric / factor) * 10 ** places) / 10 ** places;
  const keep = (typed: number) => {
    const metric = typed * factor;
    const kept = Math.round(metric * 10 ** decimals) / 10 ** decimals;
    return Math.min(max ?? Number.POSITIVE_INFINITY, Math.max(min ?? 0, decimals === 0 ? Math.round(metric) : kept));
  };
  return (
    <PlainDecimalInput
      {...props}
      unit={unit === 'mm' ? lengthUnit(measuresNow()) : massUnit(measuresNow())}
      decimals={places}
      value={value === null ? null : value / factor}
      onChange={(typed) => onChange(typed === null ? null : keep(typed))}
      {...(min === undefined ? {} : { min: limit(min, Math.floor) })}
      {...(max === undefined ? {} : { max: limit(max, Math.ceil) })}
      step={step === undefined ? (unit === 'mm' ? 0.1 : 0.5) : step / factor}
    />
  );
}

const INCH_PLACES = 3;
const OUNCE_PLACES = 2;

/**
 * A number field in plain text: what is typed stays as it was typed, however slow the machine, and nothing moves the caret.
 * Text that is no acceptable number keeps the value from before the edit, stays in the field and says what would do.
 */
function PlainDecimalInput({
  value,
  onChange,
  min = 0,
  max,
  step = 1,
  decimals = 2,
  isMoney = false,
  unit,
  error,
  ...props
}: DecimalInputProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const [known, setKnown] = useState(value);
  const [isFocused, setFocused] = useState(false);
  const before = useRef(value);
  if (value !== known) {
    setKnown(value);
    if (!isFocused) setTyped(null);
  }
  const limits = { min, max, decimals };
  const reading = typed === null ? null : readNumber(typed, limits);

  const handleText = (text: string): void => {
    setTyped(text);
    const next = readNumber(text, limits);
    onChange(next.kind === 'number' ? next.value : next.kind === 'empty' ? null : before.current);
  };
  const handleKey = (event: KeyboardEvent): void => {
    if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
    event.preventDefault();
    const moved = (value ?? min) + (event.key === 'ArrowUp' ? step : -step);
    handleText(formatNumber(Math.min(max ?? Number.POSITIVE_INFINITY, Math.max(min, moved)), decimals));
  };
  return (
    <TextInput
      {...props}
      inputMode={decimals === 0 ? 'numeric' : 'decimal'}
      autoComplete="off"
      value={typed ?? (value === null ? '' : isMoney ? value.toFixed(2) : formatNumber(value, decimals))}
      rightSection={unit === undefined ? undefined : <span className={parts.fieldUnit}>{unit}</span>}
      error={reading?.kind === 'refused' && !isFocused ? reading.message : error}
      onFocus={() => {
        setFocused(true);
        before.current = value;
      }}
      onBlur={() => {
        setFocused(false);
        if (reading?.kind !== 'refused') setTyped(null);
      }}
      onChange={(event) => handleText(event.currentTarget.value)}
      onKeyDown={handleKey}
    />
  );
}
