import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { Random } from '../fit/random.ts';
import { G_PER_OUNCE, headingFactor, inMeasures, MM_PER_INCH, showLength, showMass, showSize, showVolume } from '../model/measures.ts';

describe('inches and ounces', () => {
  it('are as they are defined (NIST SP 811, appendix B)', () => {
    expect([MM_PER_INCH, G_PER_OUNCE]).toEqual([25.4, 28.349523125]);
    expect([showLength(25.4, 'inches'), showMass(453.59237, 'inches')]).toEqual(['1 in', '16 oz']);
    expect(showVolume(163.87064, 'inches')).toBe('10 in³');
  });

  it('leave metric figures as they were', () => {
    expect([
      showLength(36.25, 'metric'),
      showMass(80.4, 'metric'),
      showSize([120, 80, 36.5], 'metric'),
      showVolume(45.4, 'metric'),
    ]).toEqual(['36.3 mm', '80 g', '120 × 80 × 36.5 mm', '45 cm³']);
    const text = 'The bag is 45.2 mm thick and weighs 80 g.';
    expect(inMeasures(text, 'metric')).toBe(text);
  });

  it('stand in prose for every figure that has a unit, and for no other', () => {
    expect(inMeasures('Packed 28/22 mm · 228 g, 254 × 127 × 50.8 mm, 0 … 25.4 mm; 3 g then 12 kits of 2.', 'inches')).toBe(
      'Packed 1.1/0.87 in · 8 oz, 10 × 5 × 2 in, 0 … 1 in; 0.1 oz then 12 kits of 2.',
    );
    expect(inMeasures('5 grams, 12 mmHg and 2 geese', 'inches')).toBe('5 grams, 12 mmHg and 2 geese');
  });

  it('are told within a hundredth of an inch and a tenth of an ounce', () => {
    const random = new Random(seeded(401));
    for (let round = 0; round < rounds(300); round += 1) {
      const [mm, g] = [random.below(20_000) / 10, random.below(500_000) / 10];
      expect(Math.abs(Number.parseFloat(showLength(mm, 'inches')) * MM_PER_INCH - mm)).toBeLessThanOrEqual(0.005 * MM_PER_INCH + 1e-9);
      expect(Math.abs(Number.parseFloat(showMass(g, 'inches')) * G_PER_OUNCE - g)).toBeLessThanOrEqual(0.05 * G_PER_OUNCE + 1e-9);
    }
  });

  it('are read off the heading of a column', () => {
    expect(
      ['Width, in', 'height (inches)', 'T "', 'Mass, oz', 'Width, mm', 'Depth cm', 'Mass, kg', 'Main width', undefined].map(headingFactor),
    ).toEqual([25.4, 25.4, 25.4, G_PER_OUNCE, 1, 10, 1000, 1, 1]);
  });
});
