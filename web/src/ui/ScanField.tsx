import type { PlainDate } from '@ivrak/core/model';
import { readScan, type ScanResult } from '@ivrak/core/scan';
import { TextInput } from '@mantine/core';
import { IconBarcode } from '@tabler/icons-react';
import { forwardRef, useState } from 'react';

interface ScanFieldProps {
  today: PlainDate;
  onScan: (scan: ScanResult) => void;
}

const FNC1 = '\x1D';

/**
 * Takes a label from a keyboard-wedge scanner (which types and presses Enter), or pasted. Scanners send FNC1 as
 * Ctrl ] where the field drops the control character, so that key is turned back into it.
 */
export const ScanField = forwardRef<HTMLInputElement, ScanFieldProps>(function ScanField({ today, onScan }, ref) {
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const read = (raw: string) => {
    if (raw.trim() === '') return;
    const answer = readScan(raw, today);
    if (answer.ok) {
      setError(null);
      setText('');
      onScan(answer.scan);
    } else setError(answer.message);
  };
  return (
    <TextInput
      ref={ref}
      label="Scan or paste the label"
      placeholder="(01)… (17)… (10)…"
      leftSection={<IconBarcode size={20} />}
      value={text}
      error={error}
      autoComplete="off"
      spellCheck={false}
      classNames={{ input: 'mono' }}
      onChange={(event) => {
        setText(event.currentTarget.value);
        setError(null);
      }}
      onPaste={(event) => {
        // A field drops control characters on pasting; the text is read as it was copied.
        const pasted = event.clipboardData.getData('text');
        if (!pasted.includes(FNC1)) return;
        event.preventDefault();
        read(pasted);
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') {
          event.preventDefault();
          read(text);
        } else if (event.ctrlKey && event.key === ']') {
          event.preventDefault();
          setText((before) => before + FNC1);
        }
      }}
    />
  );
});
