import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { LastBackup } from './LastBackup.tsx';

const AT = '2026-11-20T09:00:00.000Z';
const said = (at: string | null, now: string) => renderToStaticMarkup(<LastBackup at={at} nowMs={Date.parse(now)} />);

describe('the last backup', () => {
  it('is complained of from three days on, and not a minute sooner', () => {
    expect(said(AT, '2026-11-23T08:59:00.000Z')).not.toContain('alert');
    const late = said(AT, '2026-11-23T09:00:00.000Z');
    expect(late).toContain('role="alert"');
    expect(late).toContain('3 days old');
  });

  it('may not be there yet', () => {
    expect(said(null, '2026-11-23T09:00:00.000Z')).toContain('None yet');
    expect(said(null, '2026-11-23T09:00:00.000Z')).not.toContain('alert');
  });
});
