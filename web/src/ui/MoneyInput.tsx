import { currencyNow } from '../drawing/figures.ts';
import { DecimalInput, type DecimalInputProps } from './DecimalInput.tsx';

interface MoneyInputProps extends Omit<DecimalInputProps, 'value' | 'onChange' | 'isMoney' | 'unit' | 'decimals'> {
  /** Minor units. */
  value: number | null;
  onChange: (minor: number | null) => void;
}

/** An amount that is kept in minor units and typed with its decimals. */
export function MoneyInput({ value, onChange, ...props }: MoneyInputProps) {
  return (
    <DecimalInput
      {...props}
      isMoney
      unit={currencyNow()}
      value={value === null ? null : value / 100}
      onChange={(amount) => onChange(amount === null ? null : Math.round(amount * 100))}
    />
  );
}
