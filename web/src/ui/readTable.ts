/** A table as it was read: its headings, and its rows by heading. */
export interface Table {
  headings: string[];
  rows: Record<string, string>[];
}

export type FileText = { ok: true; text: string } | { ok: false; message: string };

/** The text of a file in UTF-8, or why it cannot be one. Nothing is guessed about other encodings. */
export async function textOf(file: File, mostMb: number): Promise<FileText> {
  const mb = file.size / 1e6;
  if (mb > mostMb)
    return {
      ok: false,
      message: `The file has ${mb < 10 ? mb.toFixed(1) : Math.round(mb)} MB; at most ${mostMb} MB are read. Is it a table?`,
    };
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(await file.arrayBuffer());
    return text.includes('\u0000') ? { ok: false, message: 'This is not a text file.' } : { ok: true, text };
  } catch {
    return { ok: false, message: 'The file is not text in UTF-8: save it as CSV UTF-8 and try again.' };
  }
}

/** The table, or what is wrong with the text as a whole. */
export async function readTable(text: string, mostRows: number): Promise<Table | string> {
  const { default: Papa } = await import('papaparse');
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, '').trim(), { header: true, skipEmptyLines: 'greedy' });
  const headings = parsed.meta.fields ?? [];
  const quotes = parsed.errors.find(({ type }) => type === 'Quotes');
  if (quotes !== undefined) return `Row ${(quotes.row ?? 0) + 2}: a quotation mark is not closed.`;
  if (headings.length < 2) return 'No columns are found: the first row must hold headings, separated by comma, semicolon or tab.';
  if (parsed.data.length === 0) return 'There is a heading row and nothing under it.';
  if (parsed.data.length > mostRows) return `${parsed.data.length} rows: at most ${mostRows} at once.`;
  return { headings, rows: parsed.data };
}
