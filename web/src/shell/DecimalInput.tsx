import { NumberInput, type NumberInputProps } from '@mantine/core';
import { useState } from 'react';

interface DecimalInputProps extends Omit<NumberInputProps, 'value' | 'onChange'> {
  value: number | null;
  onChange: (value: number | null) => void;
}

/**
 * A number field that lets a number be typed to its end: while "0." stands there it is no number yet, so what is typed is
 * kept here and only whole numbers are passed on. A value set from outside (undo, another tab) replaces what is typed.
 */
export function DecimalInput({ value, onChange, ...props }: DecimalInputProps) {
  const [typed, setTyped] = useState<string | number>(value ?? '');
  const [known, setKnown] = useState(value);
  if (value !== known) {
    setKnown(value);
    if (Number(typed) !== value || typed === '') setTyped(value ?? '');
  }
  return (
    <NumberInput
      {...props}
      value={typed}
      onChange={(next) => {
        setTyped(next);
        if (next === '') onChange(null);
        else if (typeof next === 'number') onChange(next);
      }}
    />
  );
}
