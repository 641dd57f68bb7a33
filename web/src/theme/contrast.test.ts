import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

const css = readFileSync(new URL('./tokens.css', import.meta.url), 'utf8');
const [day = '', later = ''] = css.split(':root[data-mantine-color-scheme');
const [dusk = '', lamp = ''] = later.split(':root[data-lamp');
const tokensOf = (text: string) =>
  new Map([...text.matchAll(/--([a-z-]+):\s*(#[0-9a-f]{6})/g)].map(([, name = '', value = '']) => [name, value]));
const DAY = tokensOf(day);
// Dusk changes what it names and keeps the rest.
const DUSK = new Map([...DAY, ...tokensOf(dusk)]);
const LAMP = new Map([...DAY, ...tokensOf(lamp)]);

/** Relative luminance and contrast ratio. Source: WCAG 2.2, definitions. */
function luminance(hex: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((at) => {
    const value = Number.parseInt(hex.slice(at, at + 2), 16) / 255;
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
function contrast(a: string, b: string): number {
  const [light = 0, dark = 0] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light + 0.05) / (dark + 0.05);
}

const GROUNDS = ['page', 'card', 'sheet'];
const TEXT = ['ink', 'muted', 'action', 'held', 'thin', 'gap', 'off'];
const PAIRS = [
  ...TEXT.flatMap((text) => GROUNDS.map((ground) => [text, ground] as const)),
  ['ink', 'tag'],
  ['ink', 'foot'],
  ['ink', 'gap-tint'],
  ['ink', 'thin-tint'],
  ['gap', 'gap-tint'],
  ['ink', 'selected'],
  ['on-action', 'action'],
  ['on-bar', 'bar'],
  ['on-ochre', 'ochre'],
] as const;

describe.each([
  ['day', DAY],
  ['dusk', DUSK],
  ['red lamp', LAMP],
])('%s', (_, tokens) => {
  const value = (name: string): string => {
    const found = tokens.get(name);
    if (found === undefined) throw new Error(`no token --${name}`);
    return found;
  };

  it.each(PAIRS)('%s on %s can be read: 4.5 to 1 at least (WCAG 2.2 AA, 1.4.3)', (text, ground) => {
    expect(contrast(value(text), value(ground))).toBeGreaterThanOrEqual(4.5);
  });

  it.each(['held-fill', 'thin-fill', 'gap', 'off', 'ink'])('the pattern %s stands out from the card: 3 to 1 at least (1.4.11)', (fill) => {
    expect(contrast(value(fill), value('card'))).toBeGreaterThanOrEqual(3);
  });
});

describe('the red lamp', () => {
  it('gives off red alone: every colour that it names is mostly red, so that eyes stay used to the dark', () => {
    for (const [name, hex] of tokensOf(lamp)) {
      const [r = 0, g = 0, b = 0] = [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16));
      expect(r >= g && r >= b && g <= 0.55 * Math.max(r, 1) + 1, `${name} ${hex}`).toBe(true);
    }
  });
});

describe('the measure itself', () => {
  it('gives 21 for black on white and 1 for a colour on itself', () => {
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21);
    expect(contrast('#1f5c66', '#1f5c66')).toBe(1);
  });
});
