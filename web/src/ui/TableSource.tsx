import { Button, FileButton, Textarea } from '@mantine/core';
import { readTable, type Table, textOf } from './readTable.ts';

interface TableSourceProps {
  mostMb: number;
  mostRows: number;
  placeholder: string;
  /** The table that was read, or why there is none. */
  take: (table: Table | null, error: string | null) => void;
}

/** A table from a file or pasted, refused as a whole where it cannot be one. */
export function TableSource({ mostMb, mostRows, placeholder, take }: TableSourceProps) {
  const read = async (text: string) => {
    const answer = await readTable(text, mostRows);
    if (typeof answer === 'string') take(null, answer);
    else take(answer, null);
  };
  const open = async (file: File | null) => {
    if (file === null) return;
    const text = await textOf(file, mostMb);
    if (text.ok) await read(text.text);
    else take(null, text.message);
  };
  return (
    <>
      <div className="row">
        <FileButton accept=".csv,text/csv,text/plain" onChange={(file) => void open(file)}>
          {(props) => (
            <Button variant="default" {...props}>
              Choose a file
            </Button>
          )}
        </FileButton>
      </div>
      <Textarea
        label="Or paste it here"
        rows={4}
        placeholder={placeholder}
        onChange={(event) => {
          const text = event.currentTarget.value;
          if (text.includes('\n')) void read(text);
        }}
      />
    </>
  );
}
