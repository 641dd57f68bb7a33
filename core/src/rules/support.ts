import { about, idsOf, note, type Rule, warn } from './rule.ts';

/** Hands, cutting, light, warmth and day-to-day things. Common practice, no source. */
export const SUPPORT_RULES: readonly Rule[] = [
  {
    id: 'gloves-one-size',
    title: 'Gloves in one size only',
    check: (facts) => {
      const [own, large] = [facts.of('gloves'), facts.of('gloves-large')];
      const pairs = own.reduce((sum, { unit }) => sum + unit.count, 0);
      return pairs >= 2 && large.length === 0
        ? [
            warn(`${pairs} pairs of gloves in one size: a helper with larger hands will not get them on.`, idsOf(own), {
              do: 'add',
              label: 'Add a large pair',
              kind: 'gloves-large',
            }),
          ]
        : [];
    },
  },
  {
    id: 'cutter-two-hands',
    title: 'Only a folding cutter',
    check: (facts) => {
      const folding = facts.of('folding-cutter');
      return folding.length > 0 && facts.serving('S.cut').length === folding.length
        ? [
            warn('The only cutter folds: it takes two hands to open, and one is on the wound.', idsOf(folding), {
              do: 'add',
              label: 'Add small shears',
              kind: 'shears-small',
            }),
          ]
        : [];
    },
  },
  {
    id: 'cutters-many',
    title: 'More cutters than hands',
    check: (facts) => {
      const cutters = facts.serving('S.cut');
      const count = cutters.reduce((sum, { unit }) => sum + unit.count, 0);
      const heaviest = [...cutters].sort((a, b) => b.kind.massG - a.kind.massG)[0];
      const wanted = Math.max(1, facts.brief.helpers);
      return count > wanted && heaviest !== undefined
        ? [
            note(
              `${count} cutters for ${wanted} ${wanted === 1 ? 'carer' : 'carers'}: ${heaviest.kind.massG} g could stay ashore.`,
              idsOf(cutters),
              { do: 'takeOut', label: 'Take the heaviest out', unitId: heaviest.unit.id },
            ),
          ]
        : [];
    },
  },
  {
    id: 'cutter-in-sealed-place',
    title: 'Cutter behind a latch or a roll',
    check: (facts) =>
      facts.given.container?.opening !== 'rollTop' && facts.given.container?.opening !== 'latchedCase'
        ? []
        : about(facts.serving('S.cut'), ({ unit, kind }) =>
            note(`${kind.name} lies inside a closed container: a cutter belongs outside or on top.`, [unit.id]),
          ),
  },
  {
    id: 'foil-in-the-wet',
    title: 'Foil alone in cold or wet',
    check: (facts) => {
      const foil = facts.of('foil-blanket');
      return facts.brief.coldWet && foil.length > 0 && facts.of('heat-blanket').length === 0
        ? [
            note(
              'Cold or wet, and only foil: it keeps wind and rain off and warms little; clotting weakens as the body cools.',
              idsOf(foil),
              { do: 'add', label: 'Add a heavy blanket', kind: 'heat-blanket' },
            ),
          ]
        : [];
    },
  },
  {
    id: 'battery',
    title: 'Things that need a battery',
    check: (facts) =>
      about(
        facts.things.filter(({ kind, isGood }) => isGood && kind.dating === 'battery'),
        ({ unit, kind }) => note(`${kind.name} needs a battery: turn it on at every inspection.`, [unit.id]),
      ),
  },
  {
    id: 'wipe-intact-skin',
    title: 'Antiseptic is for intact skin',
    check: (facts) =>
      about(facts.of('antiseptic-wipe'), ({ unit }) =>
        note('Antiseptic wipes are for intact skin around a wound, not for the inside of it.', [unit.id]),
      ),
  },
  {
    id: 'gel-leak-bag',
    title: 'Gels in a leak bag',
    check: (facts) =>
      about(facts.of('burn-gel', 'wound-wash'), ({ unit, kind }) => note(`${kind.name} can leak: put it in a bag of its own.`, [unit.id])),
  },
  {
    id: 'tablets-unlabelled',
    title: 'Repacked tablets without a date',
    check: (facts) =>
      facts.things
        .filter(({ unit, kind }) => kind.id === 'tablets' && (unit.expiresOn === null || unit.lot === null))
        .map(({ unit }) =>
          warn('Repacked tablets without lot or date: name, dose and the original expiry belong on the packet.', [unit.id]),
        ),
  },
  {
    id: 'daily-in-bleeding-kit',
    title: 'Day-to-day things among life-saving ones',
    check: (facts) => {
      const daily = facts.things.filter(({ kind }) => kind.rung === 'D');
      const [first] = daily;
      return !facts.brief.dayToDay && first !== undefined
        ? [
            note(
              `${daily.length} day-to-day ${daily.length === 1 ? 'thing is' : 'things are'} in a kit that is not meant for them: they lie in front when seconds count. Keep them in a module of their own.`,
              idsOf(daily),
              { do: 'takeOut', label: `Take the ${first.kind.name.toLowerCase()} out`, unitId: first.unit.id },
            ),
          ]
        : [];
    },
  },
];
