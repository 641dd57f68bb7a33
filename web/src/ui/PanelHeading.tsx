import { CloseButton } from '@mantine/core';

/** The heading of a drawer that can be closed. */
export function PanelHeading({ title, close }: { title: string; close: () => void }) {
  return (
    <div className="panel-heading no-print">
      <h2>{title}</h2>
      <CloseButton aria-label="Close" onClick={close} />
    </div>
  );
}
