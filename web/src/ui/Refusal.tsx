/** What was refused, in words; nothing where nothing was. */
export function Refusal({ text }: { text: string | null | undefined }) {
  if (text === null || text === undefined) return null;
  return (
    <p className="refusal" role="alert">
      {text}
    </p>
  );
}
