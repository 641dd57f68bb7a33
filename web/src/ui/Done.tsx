import parts from './parts.module.css';

/** What was done, in words; nothing where nothing was. */
export function Done({ text }: { text: string | null }) {
  if (text === null) return null;
  return (
    <p className={parts.importDone} role="status">
      {text}
    </p>
  );
}
