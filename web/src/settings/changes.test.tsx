import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { Changes } from './Backups.tsx';

const counts = { kits: 9, units: 133, lots: 85 };
const same = { lastChangeAt: '2026-11-25T14:02:00Z', changesSince: 0, now: counts, inBackup: counts, kitsBack: [], kitsGone: [] };
const said = (part: Partial<Parameters<typeof Changes>[0]['preview']>) =>
  renderToStaticMarkup(<Changes preview={{ ...same, ...part }} />)
    .replaceAll(/<[^>]*>/g, ' ')
    .replaceAll(/\s+/g, ' ');

describe('what restoring would change', () => {
  it('is nothing where nothing was changed since', () => {
    expect(said({})).toMatch(/Nothing has been changed since/);
    expect(said({})).toMatch(/kits 9, as now/);
    expect(said({})).not.toMatch(/kits that/);
  });

  it('names the kits that come back and those that go, and counts what would be undone', () => {
    const text = said({
      changesSince: 1,
      inBackup: { ...counts, units: 120 },
      kitsBack: ['Wall box'],
      kitsGone: ['Bow pouch', 'New pouch'],
    });
    expect(text).toMatch(/One change made since would be undone/);
    expect(text).toMatch(/units 133 now → 120/);
    expect(text).toMatch(/kits that come back Wall box kits that go Bow pouch, New pouch/);
  });
});
