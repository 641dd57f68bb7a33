import parts from './parts.module.css';
/** Holds a screen's place while its data is on the way, so that nothing jumps. */
export function Blank({ label }: { label: string }) {
  return (
    <main id="main" className={parts.blankPage} aria-busy="true">
      <p className="muted">{label}</p>
    </main>
  );
}
