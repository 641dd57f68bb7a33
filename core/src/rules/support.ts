import type { Kind } from '../model/kind.ts';
import { leftBehind } from '../needs/summary.ts';
import { about, idsOf, isOf, note, type Rule, warn } from './rule.ts';

/** Hands, cutting, light, warmth and day-to-day things. Common practice, no source. */
const LARGE: readonly string[] = ['L', 'XL'];
const isLargeGlove = ({ family, traits }: Kind): boolean => family === 'gloves' && LARGE.includes(traits.gloveSize ?? '');

export const SUPPORT_RULES: readonly Rule[] = [
  {
    id: 'gloves-one-size',
    needs: ['S.hands'],
    title: 'Gloves in one size only',
    check: (facts) => {
      const all = facts.of('gloves');
      const large = all.filter(({ kind }) => isLargeGlove(kind));
      const own = all.filter(({ kind }) => !isLargeGlove(kind));
      const pairs = own.reduce((sum, { unit }) => sum + unit.count, 0);
      return pairs >= 2 && large.length === 0
        ? [
            warn(
              `${pairs} pairs of gloves in one size: a helper with larger hands will not get them on.`,
              idsOf(own),
              facts.add('Add a large pair', isLargeGlove),
            ),
          ]
        : [];
    },
  },
  {
    id: 'cutter-two-hands',
    needs: ['S.cut'],
    title: 'Only a folding cutter',
    check: (facts) => {
      const folding = facts.having(
        ({ folds, opensWithOneHand }, kind) => kind.grades['S.cut'] !== undefined && folds === true && opensWithOneHand !== true,
      );
      return folding.length > 0 && facts.serving('S.cut').length === folding.length
        ? [
            warn(
              'The only cutter folds: it takes two hands to open, and one is on the wound.',
              idsOf(folding),
              facts.add('Add small shears', isOf('shears')),
            ),
          ]
        : [];
    },
  },
  {
    id: 'cutters-many',
    needs: ['S.cut'],
    title: 'More cutters than hands',
    check: (facts) => {
      const cutters = facts.serving('S.cut');
      const count = cutters.reduce((sum, { unit }) => sum + unit.count, 0);
      const heaviest = cutters.filter(({ unit }) => !facts.isBooked(unit.id)).sort((a, b) => b.kind.massG - a.kind.massG)[0];
      const wanted = Math.max(1, facts.brief.helpers);
      return count > wanted && heaviest !== undefined
        ? [
            note(
              `${count} cutters for ${wanted} ${wanted === 1 ? 'carer' : 'carers'}: ${heaviest.kind.massG} g could stay ${leftBehind(facts.brief)}.`,
              idsOf(cutters),
              { do: 'takeOut', label: 'Take the heaviest out', unitId: heaviest.unit.id },
            ),
          ]
        : [];
    },
  },
  {
    id: 'cutter-in-sealed-place',
    needs: ['S.cut'],
    title: 'Cutter behind a latch or a roll',
    check: (facts) =>
      facts.given.container?.opening !== 'rollTop' && facts.given.container?.opening !== 'latchedCase'
        ? []
        : about(facts.serving('S.cut'), ({ unit, kind }) =>
            note(`${kind.name} lies inside a closed container: a cutter belongs outside or on top.`, [unit.id]),
          ),
  },
  {
    id: 'shears-and-belts',
    needs: ['S.cut'],
    title: 'Cutters that cut no belt',
    check: (facts) => {
      const cutters = facts.serving('S.cut');
      return facts.brief.threats.includes('vehicle') &&
        cutters.length > 0 &&
        !cutters.some(({ kind }) => kind.traits.cuts?.includes('belt') === true)
        ? [
            warn(
              'Vehicles are the threat and no cutter here is known to cut a belt.',
              idsOf(cutters),
              facts.add('Add a belt cutter', (kind) => facts.isMadeFor(kind, 'S.cut') && kind.traits.cuts?.includes('belt') === true),
            ),
          ]
        : [];
    },
  },
  {
    id: 'light-in-the-hand',
    needs: ['S.light'],
    title: 'Light that takes a hand',
    check: (facts) => {
      const lights = facts.serving('S.light');
      return lights.length > 0 && !lights.some(({ kind }) => kind.traits.handsFree === true)
        ? [
            note(
              'Every light here takes a hand, and both are needed on a wound.',
              idsOf(lights),
              facts.add('Add a headlamp', isOf('headlamp')),
            ),
          ]
        : [];
    },
  },
  {
    id: 'dark-gloves',
    needs: ['S.hands'],
    title: 'Dark gloves',
    check: (facts) =>
      about(
        facts.of('gloves').filter(({ unit, kind }) => (unit.own?.colour ?? kind.traits.colour) === 'dark'),
        ({ unit, kind }) =>
          note(
            'Blood does not show on dark gloves: a hand that feels for bleeding should come back telling.',
            [unit.id],
            facts.swap(
              'Swap for light ones',
              unit,
              (other) => other.family === 'gloves' && other.traits.colour !== 'dark' && other.traits.gloveSize === kind.traits.gloveSize,
            ),
          ),
      ),
  },
  {
    id: 'gloves-sealed-in',
    needs: ['S.hands'],
    title: 'Gloves sealed in film',
    check: (facts) =>
      facts.given.container?.make === 'vacuumRoll'
        ? about(facts.of('gloves'), ({ unit }) =>
            note('Gloves go on before the bag is opened: sealed inside it they come too late.', [unit.id]),
          )
        : [],
  },
  {
    id: 'nothing-binds',
    title: 'Splint or pad and nothing to bind it',
    check: (facts) => {
      const loose = facts.having(({ needsBinding }, kind) => needsBinding === true || Object.values(kind.requires).includes('binder'));
      return loose.length > 0 && facts.having((_, kind) => kind.provides.includes('binder')).length === 0
        ? [
            warn(
              `${loose[0]?.kind.name} and nothing that binds it on: it holds nothing by itself.`,
              idsOf(loose),
              facts.add('Add a wrap', isOf('cohesiveWrap')),
            ),
          ]
        : [];
    },
  },
  {
    id: 'nothing-writes',
    needs: ['C.record'],
    title: 'Card and nothing to write with',
    check: (facts) => {
      const cards = facts.of('recordCard', 'notebook');
      return cards.length > 0 && facts.having((_, kind) => kind.provides.includes('writer')).length === 0
        ? [warn('A card and nothing that writes on it.', idsOf(cards), facts.add('Add a marker', isOf('marker')))]
        : [];
    },
  },
  {
    id: 'foil-in-the-wet',
    needs: ['H.warm'],
    title: 'Foil alone in cold or wet',
    check: (facts) => {
      const foil = facts.of('foilBlanket');
      return facts.brief.coldWet && foil.length > 0 && facts.of('heatBlanket').length === 0
        ? [
            note(
              'Cold or wet, and only foil: it keeps wind and rain off and warms little; clotting weakens as the body cools.',
              idsOf(foil),
              facts.add('Add a heavy blanket', isOf('heatBlanket')),
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
      about(facts.of('wipe'), ({ unit }) =>
        note('Antiseptic wipes are for intact skin around a wound, not for the inside of it.', [unit.id]),
      ),
  },
  {
    id: 'gel-leak-bag',
    title: 'Gels in a leak bag',
    check: (facts) =>
      about(
        facts.having(({ care = [] }) => care.includes('leaks')),
        ({ unit, kind }) => note(`${kind.name} can leak: put it in a bag of its own.`, [unit.id]),
      ),
  },
  {
    id: 'tablets-unlabelled',
    title: 'Repacked tablets without a date',
    check: (facts) =>
      facts.things
        .filter(({ unit, kind }) => kind.family === 'tablets' && (unit.expiresOn === null || unit.lot === null))
        .map(({ unit }) =>
          warn('Repacked tablets without lot or date: name, dose and the original expiry belong on the packet.', [unit.id]),
        ),
  },
  {
    id: 'daily-in-bleeding-kit',
    title: 'Day-to-day things among life-saving ones',
    check: (facts) => {
      // What the brief asks for is meant for this kit, and a sling that presses is no small thing.
      const daily = facts.things.filter(({ kind, unit }) => kind.rung === 'D' && !facts.isBooked(unit.id));
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
