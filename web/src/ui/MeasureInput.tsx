import { DecimalInput, type DecimalInputProps } from './DecimalInput.tsx';

interface MeasureInputProps extends Omit<DecimalInputProps, 'value' | 'onChange' | 'unit' | 'isMoney'> {
  value: number;
  /** Called with every acceptable measure; an emptied field keeps the one before. */
  onChange: (value: number) => void;
  /** Null: a count. */
  unit?: string | null;
}

/** A measure that must be there, in millimetres unless it says otherwise. */
export function MeasureInput({ onChange, unit = 'mm', min = 1, max = 2000, decimals = 1, ...props }: MeasureInputProps) {
  return (
    <DecimalInput
      {...props}
      {...(unit === null ? {} : { unit })}
      min={min}
      max={max}
      decimals={decimals}
      onChange={(value) => value !== null && onChange(value)}
    />
  );
}
