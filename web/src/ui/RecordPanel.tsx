import { Button } from '@mantine/core';
import { clsx } from 'clsx';
import type { FormEvent, ReactNode } from 'react';
import { PanelHeading } from './PanelHeading.tsx';
import parts from './parts.module.css';
import { Refusal } from './Refusal.tsx';
import css from './recordPanel.module.css';

interface RecordPanelProps {
  title: string;
  close: () => void;
  onSubmit: (event: FormEvent<HTMLFormElement>) => void;
  save: string;
  /** Null: there is nothing stored that could be taken away. */
  remove: { label: string; act: () => void } | null;
  /** What stands in the way of saving and belongs to no field. */
  problems: readonly string[];
  className?: string | undefined;
  children: ReactNode;
}

/** A drawer in which one stored record is filled in, saved or taken away. */
export function RecordPanel({ title, close, onSubmit, save, remove, problems, className, children }: RecordPanelProps) {
  return (
    <aside className={clsx(parts.drawer, className ?? css.panel)} aria-label={title}>
      <PanelHeading title={title} close={close} />
      <form className="stack" onSubmit={onSubmit} noValidate>
        {children}
        <Refusal text={problems.length === 0 ? null : problems.join(' · ')} />
        <div className="row">
          <Button type="submit">{save}</Button>
          {remove !== null && (
            <Button variant="default" onClick={remove.act}>
              {remove.label}
            </Button>
          )}
        </div>
      </form>
    </aside>
  );
}
