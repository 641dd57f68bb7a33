import type { PlainDate } from '@ivrak/core/model';
import { TextInput } from '@mantine/core';
import { useEffect, useState } from 'react';
import { readDate } from './readDate.ts';

interface DateFieldProps {
  label: string;
  value: PlainDate | null;
  onChange: (date: PlainDate | null) => void;
  size?: string;
}

/** A date typed as it is printed, 2027-03-14 or 2027-03 for the end of a month; told apart from a wrong one at once. */
export function DateField({ label, value, onChange, size }: DateFieldProps) {
  const [text, setText] = useState<string>(value ?? '');
  const [error, setError] = useState<string | null>(null);
  useEffect(() => {
    setText(value ?? '');
    setError(null);
  }, [value]);
  const commit = () => {
    const trimmed = text.trim();
    if (trimmed === '') {
      if (value !== null) onChange(null);
      setError(null);
      return;
    }
    const date = readDate(trimmed);
    if (date === null) setError('not a calendar date: write 2027-03-14');
    else {
      setError(null);
      if (date !== value) onChange(date);
    }
  };
  return (
    <TextInput
      label={label}
      placeholder="2027-03-14"
      value={text}
      error={error}
      {...(size === undefined ? {} : { size })}
      classNames={{ input: 'mono' }}
      onChange={(event) => setText(event.currentTarget.value)}
      onBlur={commit}
      onKeyDown={(event) => event.key === 'Enter' && commit()}
    />
  );
}
