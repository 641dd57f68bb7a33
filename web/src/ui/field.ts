import type { UseFormReturnType } from '@mantine/form';
import type { ReactNode } from 'react';

/** A field of a form for an input that takes a value and gives one, with its type; the library's own answer is untyped. */
export function field<T extends object, K extends keyof T & string>(
  form: UseFormReturnType<T>,
  name: K,
): { value: T[K]; onChange: (value: T[K]) => void; error: ReactNode } {
  const { value, onChange, error } = form.getInputProps(name);
  return { value, onChange, error };
}
