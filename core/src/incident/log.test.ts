import { describe, expect, it } from 'vitest';
import { rounds, seeded } from '../../testing/rounds.ts';
import { kindCatalog } from '../catalog/kinds.ts';
import { Random } from '../fit/random.ts';
import {
  casualtyNumbers,
  casualtyView,
  countedEntries,
  mergeEntries,
  minutesSinceHelp,
  piecesUsedOf,
  type UseEntry,
  UseEntrySchema,
  UseLogSchema,
} from './log.ts';

const CATALOG = kindCatalog();
const at = (minute: number, second = 0) => new Date(Date.UTC(2026, 10, 25, 14, minute, second)).toISOString();
const ms = (minute: number) => Date.parse(at(minute));
let serial = 0;
const entry = (part: object): UseEntry => {
  serial += 1;
  return UseEntrySchema.parse({ id: `e${serial}`, casualty: 1, at: at(0), ...part });
};
const used = (kind: string, minute: number, more: object = {}) =>
  entry({ do: 'used', unitId: `u-${kind}`, kind, pieces: 1, at: at(minute), ...more });
const view = (entries: UseEntry[], minute: number, casualty = 1) => casualtyView({ entries }, casualty, ms(minute), CATALOG);

describe('the clock of a tourniquet', () => {
  it('starts when it went on, on which limb, and marks one, two and six hours', () => {
    const entries = [used('windlass-tourniquet', 2, { limb: 'leftLeg' })];
    expect(view(entries, 14).tourniquets).toMatchObject([{ limb: 'leftLeg', onAt: at(2), elapsedS: 720, markH: null }]);
    expect(view(entries, 61).tourniquets[0]?.markH).toBeNull();
    expect(view(entries, 62).tourniquets[0]?.markH).toBe(1);
    expect(view(entries, 122).tourniquets[0]?.markH).toBe(2);
    expect(view(entries, 362).tourniquets[0]?.markH).toBe(6);
  });

  it('runs for each of several, and only for the casualty that has it; a dressing starts none', () => {
    const entries = [
      used('windlass-tourniquet', 2, { limb: 'leftLeg' }),
      used('elastic-wrap-tourniquet', 5, { limb: 'rightArm' }),
      used('windlass-tourniquet', 7, { casualty: 2, limb: 'leftArm' }),
      used('bar-bandage-100', 8),
    ];
    expect(view(entries, 10).tourniquets.map(({ limb, elapsedS }) => [limb, elapsedS])).toEqual([
      ['leftLeg', 480],
      ['rightArm', 300],
    ]);
    expect(view(entries, 10, 2).tourniquets).toHaveLength(1);
    expect(casualtyNumbers({ entries })).toEqual([1, 2]);
  });

  it('follows a corrected time and keeps the first one; one that was taken back stops', () => {
    const on = used('windlass-tourniquet', 9);
    const earlier = entry({ do: 'retimed', of: on.id, to: at(4), at: at(12) });
    const entries = [on, earlier];
    expect(view(entries, 14).tourniquets[0]).toMatchObject({ onAt: at(4), elapsedS: 600 });
    expect(countedEntries(entries)[0]).toMatchObject({ at: at(4), saidAt: at(9) });
    const again = entry({ do: 'retimed', of: on.id, to: at(5), at: at(13) });
    expect(countedEntries([...entries, again])[0]?.at).toBe(at(5));
    expect(view([...entries, entry({ do: 'takenBack', of: on.id })], 14).tourniquets).toEqual([]);
  });
});

describe('the reminder of an unvented seal', () => {
  it('comes every ten minutes from the seal or the last look at it; vented ones need none', () => {
    const seal = used('unvented-seals', 3);
    expect(view([seal], 6).seal).toEqual({ nextCheckAt: at(13), inS: 420 });
    expect(view([seal], 15).seal?.inS).toBe(-120);
    const looked = entry({ do: 'sealChecked', at: at(14) });
    expect(view([seal, looked], 15).seal).toEqual({ nextCheckAt: at(24), inS: 540 });
    expect(view([used('vented-seals', 3)], 15).seal).toBeNull();
    expect(view([looked], 15).seal).toBeNull();
  });
});

describe('vitals', () => {
  it('stand with the last value of each and where it went', () => {
    const entries = [
      entry({ do: 'vitals', pulse: 104, breaths: 22, alertness: 'alert', at: at(5) }),
      entry({ do: 'vitals', pulse: 112, oxygen: 93, alertness: 'voice', at: at(9) }),
      entry({ do: 'vitals', pulse: 112, at: at(12) }),
    ];
    expect(view(entries, 20).vitals).toEqual({
      pulse: { value: 112, at: at(12), way: 'same' },
      breaths: { value: 22, at: at(5), way: null },
      oxygen: { value: 93, at: at(9), way: null },
      alertness: { value: 'voice', at: at(9), way: 'down' },
    });
    expect(view(entries.slice(0, 2), 20).vitals.pulse?.way).toBe('up');
  });
});

describe('help', () => {
  it('is counted in whole minutes from the first call', () => {
    const entries = [entry({ do: 'helpCalled', casualty: 0, at: at(6) }), entry({ do: 'helpCalled', casualty: 0, at: at(9) })];
    expect(minutesSinceHelp({ entries }, Date.parse(at(14, 59)))).toBe(8);
    expect(minutesSinceHelp({ entries: [] }, ms(14))).toBeNull();
  });
});

describe('what was used of ours', () => {
  it('leaves out what was theirs and what was taken back', () => {
    const twice = used('gloves', 1);
    const slip = used('gloves', 2);
    const entries = [twice, slip, used('windlass-tourniquet', 3, { unitId: null }), entry({ do: 'takenBack', of: slip.id })];
    expect([...piecesUsedOf({ entries })]).toEqual([['u-gloves', 1]]);
  });
});

describe('two copies of a log', () => {
  it('come together with every entry once, whatever was sent how often, on random orders', () => {
    const random = new Random(seeded(40));
    for (let round = 0; round < rounds(200); round += 1) {
      const all = Array.from({ length: 40 }, (_, index) => used('gauze-pads', index));
      let server: UseEntry[] = [];
      let sent = 0;
      while (sent < all.length) {
        // The answer to some of what was sent is lost, so it is sent again with what came meanwhile.
        const from = Math.max(0, sent - random.below(6));
        const to = Math.min(all.length, sent + 1 + random.below(7));
        server = mergeEntries(server, all.slice(from, to));
        sent = to;
      }
      expect(server).toEqual(all);
      expect(mergeEntries(server, [...all, ...all])).toBe(server);
      expect(mergeEntries([], [...all, ...all])).toEqual(all);
    }
  });
});

describe('entries', () => {
  it('ask for times with a zone and for counts that can be; a log names nobody', () => {
    const wrong = UseEntrySchema.safeParse({ id: 'a', do: 'used', casualty: 1, at: '14:02', unitId: null, kind: 'gloves', pieces: 0 });
    expect(wrong.error?.issues.map(({ path }) => path.join('.'))).toEqual(['at', 'pieces']);
    expect(UseEntrySchema.safeParse({ id: 'a', do: 'vitals', casualty: 1, at: at(1), oxygen: 101 }).success).toBe(false);
    const fields = JSON.stringify(UseLogSchema.shape.entries.element.options.map((option) => Object.keys(option.shape)));
    for (const asking of ['name', 'birth', 'address', 'sex']) expect(fields).not.toContain(`"${asking}`);
  });
});

describe('what is said afterwards', () => {
  it('puts a tourniquet on a limb, the last word standing, and stops its clock where it came off', () => {
    const on = used('windlass-tourniquet', 2);
    const entries = [
      on,
      entry({ do: 'onLimb', of: on.id, limb: 'leftArm', at: at(3) }),
      entry({ do: 'onLimb', of: on.id, limb: 'rightArm', at: at(4) }),
    ];
    expect(view(entries, 10).tourniquets).toMatchObject([{ limb: 'rightArm', offAt: null, elapsedS: 480 }]);
    const off = [...entries, entry({ do: 'tourniquetOff', of: on.id, at: at(22) })];
    expect(view(off, 59).tourniquets).toMatchObject([{ offAt: at(22), elapsedS: 1200, markH: null }]);
    // Put right as well: it came off earlier than was written.
    const corrected = [...off, entry({ do: 'retimed', of: off.at(-1)?.id, to: at(12), at: at(30) })];
    expect(view(corrected, 59).tourniquets[0]).toMatchObject({ offAt: at(12), elapsedS: 600 });
  });

  it('takes a seal that is not known to be vented for unvented', () => {
    expect(view([used('vented-seals', 2)], 5).seal).toBeNull();
    expect(view([used('vented-seals-compact', 2)], 5).seal).toBeNull();
    expect(view([used('unvented-seals', 2)], 5).seal?.inS).toBe(7 * 60);
    const own = new Map(CATALOG);
    const pattern = own.get('unvented-seals');
    if (pattern === undefined) throw new Error('no seals');
    own.set('seal-of-our-own', { ...pattern, id: 'seal-of-our-own' });
    expect(casualtyView({ entries: [used('seal-of-our-own', 2)] }, 1, ms(5), own).seal?.inS).toBe(7 * 60);
  });

  it('counts what was done by hand as done, and takes nothing out of a kit for it', () => {
    const entries = [entry({ do: 'act', act: 'pressure', at: at(1) }), used('kaolin-gauze', 2, { unitId: null })];
    expect(piecesUsedOf({ entries }).size).toBe(0);
    expect(view(entries, 5).entries.map((one) => one.do)).toEqual(['act', 'used']);
  });
});
