import { CONTAINERS, FAMILY_FACTS, KINDS } from '@ivrak/core/catalog';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { Caliper } from './Caliper.tsx';
import { ContainerDrawing } from './ContainerDrawing.tsx';
import { grams, mm, pieces, price } from './figures.ts';
import { KindDrawing, scaleToFit } from './KindDrawing.tsx';
import { RungStrip } from './RungStrip.tsx';
import { SHAPES } from './shapes.tsx';

const numbersIn = (markup: string): number[] => [...markup.matchAll(/(?:width|height)="([^"]+)"/g)].map(([, text]) => Number(text));

describe('drawings of things', () => {
  it.each(KINDS.map((kind) => [kind.id, kind] as const))(
    '%s is drawn to scale in every state, with nothing that is no number',
    (_, kind) => {
      for (const state of kind.states) {
        const markup = renderToStaticMarkup(<KindDrawing kind={kind} unit={{ state: state.id }} scale={2} />);
        expect(markup).not.toMatch(/NaN|undefined|Infinity/);
        const [width, height] = numbersIn(markup);
        // The outline has a hair of room around it.
        expect(width).toBeCloseTo(state.wMm * 2 + 3, 5);
        expect(height).toBeCloseTo(state.hMm * 2 + 3, 5);
      }
    },
  );

  it('are told apart by shape: no two classes draw the same', () => {
    const drawn = Object.values(SHAPES).map((Draw) => renderToStaticMarkup(<Draw w={100} h={60} />));
    expect(new Set(drawn).size).toBe(drawn.length);
  });

  it('tell families apart: at most three that are alike share one', () => {
    const sharing = new Map<string, string[]>();
    for (const [family, { drawing }] of Object.entries(FAMILY_FACTS)) sharing.set(drawing, [...(sharing.get(drawing) ?? []), family]);
    for (const [drawing, families] of sharing) expect(families.length, `${drawing}: ${families.join(', ')}`).toBeLessThanOrEqual(3);
  });

  it('show a stack as layers, three at most', () => {
    const [kind] = KINDS;
    if (kind === undefined) throw new Error('no kinds');
    const layers = (stacked: number) =>
      renderToStaticMarkup(<KindDrawing kind={kind} scale={1} stacked={stacked} />).split('var(--paper)').length;
    expect(layers(2)).toBe(layers(1) + 1);
    expect(layers(9)).toBe(layers(3));
  });

  it('fit into a box by their longer side', () => {
    for (const { states } of KINDS)
      for (const state of states) expect(Math.max(state.wMm, state.hMm) * scaleToFit(state, 54)).toBeCloseTo(54);
  });

  it('hold no protected emblem: nothing is drawn in red, and no cross on a field', () => {
    for (const Draw of Object.values(SHAPES))
      expect(renderToStaticMarkup(<Draw w={100} h={60} />)).not.toMatch(/red|#f00|#e00|var\(--gap\)/i);
  });
});

describe('the caliper', () => {
  const said = (valueMm: number | null, limitMm: number) => renderToStaticMarkup(<Caliper valueMm={valueMm} limitMm={limitMm} />);

  it('says in words what it shows', () => {
    expect(said(41, 45)).toContain('aria-label="41 mm of 45 mm"');
    expect(said(59, 45)).toContain('aria-label="59 mm of 45 mm, too thick"');
    expect(said(null, 45)).toContain('aria-label="Not measured yet; limit 45 mm"');
  });

  it.each([
    [0, 22],
    [500, 22],
    [0.1, 300],
    [null, 1],
  ])('stays within its frame at %s of %s mm', (value, limit) => {
    const markup = said(value, limit);
    expect(markup).not.toMatch(/NaN|Infinity/);
    const places = [...markup.matchAll(/x[12]?="([-\d.]+)"/g)].map(([, text]) => Number(text));
    expect(Math.max(...places)).toBeLessThanOrEqual(172);
    expect(Math.min(...places)).toBeGreaterThanOrEqual(0);
  });
});

describe('containers and rungs', () => {
  it.each(CONTAINERS.map((container) => [container.id, container] as const))('%s is drawn in its own proportions', (_, container) => {
    const markup = renderToStaticMarkup(<ContainerDrawing container={container} size={90} />);
    expect(markup).not.toMatch(/NaN|undefined/);
    const [width = 0, height = 0] = numbersIn(markup);
    const room = container.compartments.reduce((largest, one) => (one.wMm * one.hMm > largest.wMm * largest.hMm ? one : largest));
    expect((width - 4) / (height - 4)).toBeCloseTo(room.wMm / room.hMm, 3);
  });

  it('a rung says its state in a word as well, never by pattern alone', () => {
    const markup = renderToStaticMarkup(
      <RungStrip
        rungs={[
          { rung: 'M', state: 'gap', have: 1, least: 3 },
          { rung: 'A', state: 'off', have: 0, least: 0 },
        ]}
      />,
    );
    expect(markup).toContain('massive bleeding: gap, 1 of 3');
    expect(markup).toContain('airway: not needed');
  });
});

describe('figures', () => {
  it('carry their units', () => {
    expect([price(4320), price(5), mm(11.04), grams(387.6), pieces('R.seal', 1), pieces('R.seal', 2)]).toEqual([
      '43.20\u00a0€',
      '0.05\u00a0€',
      '11 mm',
      '388 g',
      '1 chest seal',
      '2 chest seals',
    ]);
  });
});
