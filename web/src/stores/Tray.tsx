import type { PlainDate } from '@ivrak/core/model';
import { Button, Modal } from '@mantine/core';
import { useEffect, useState } from 'react';
import { kindName } from '../data/catalog.ts';
import { untilItComes } from '../ui/untilItComes.ts';
import css from './stores.module.css';
import { shown, type TrayLabel, trayLabels } from './trayLabels.ts';

interface TrayProps {
  gtins: readonly { gtin: string; kind: string }[];
  today: PlainDate;
  opened: boolean;
  close: () => void;
  scan: (text: string) => void;
  /** What came of the last scan. */
  said: string;
}

/** The simulated scanner: real codes on made-up labels. Pressing one sends what a scanner would; its picture can be saved. */
export function Tray({ gtins, today, opened, close, scan, said }: TrayProps) {
  const labels = trayLabels(gtins, kindName, today);
  return (
    <Modal opened={opened} onClose={close} title="Simulated scanner: a tray of made-up labels" size="xl">
      <p className={css.traySaid} role="status">
        {said}
      </p>
      <ul className={css.tray}>
        {labels.map((label) => (
          <TrayCard key={label.id} label={label} scan={() => scan(label.scanned)} />
        ))}
      </ul>
    </Modal>
  );
}

function TrayCard({ label, scan }: { label: TrayLabel; scan: () => void }) {
  const [picture, setPicture] = useState<string | null>(null);
  const { symbol, drawn } = label;
  useEffect(() => {
    let isCurrent = true;
    void untilItComes(() => import('bwip-js/browser')).then(({ default: bwip }) => {
      const canvas = document.createElement('canvas');
      bwip.toCanvas(canvas, { bcid: symbol, text: drawn, scale: 3, paddingwidth: 8, paddingheight: 8, backgroundcolor: 'FFFFFF' });
      if (isCurrent) setPicture(canvas.toDataURL('image/png'));
    });
    return () => {
      isCurrent = false;
    };
  }, [symbol, drawn]);
  return (
    <li className={css.trayLabel}>
      <span className={css.trayCode}>{picture !== null && <img src={picture} alt={`Code of ${label.name}`} />}</span>
      <b>{label.name}</b>
      <span className="mono small">{shown(label.drawn)}</span>
      <span className="row">
        <Button size="compact-sm" onClick={scan} aria-label={`Scan ${label.name}`}>
          Scan it
        </Button>
        {picture !== null && (
          <a href={picture} download={`label-${label.id}.png`} className="small">
            Save the picture
          </a>
        )}
      </span>
    </li>
  );
}
