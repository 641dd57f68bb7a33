import { DecimalInput } from './DecimalInput.tsx';

interface MeasureInputProps {
  label: string;
  value: number;
  /** Called with every acceptable measure; an emptied field keeps the one before. */
  onChange: (value: number) => void;
  unit?: string;
  min?: number;
  max?: number;
  decimals?: number;
}

/** A measure that must be there, in millimetres unless it says otherwise. */
export function MeasureInput({ onChange, unit = 'mm', min = 1, max = 2000, decimals = 1, ...props }: MeasureInputProps) {
  return (
    <DecimalInput {...props} unit={unit} min={min} max={max} decimals={decimals} onChange={(value) => value !== null && onChange(value)} />
  );
}
