import { STAGED_KINDS } from '../catalog/stagedKinds.ts';
import { hasChildren } from '../model/brief.ts';
import { about, idsOf, note, type Rule, stop, warn } from './rule.ts';

/** Tourniquets, packing and pressure. Common practice, no source. */
const HEMOSTATIC = ['kaolin-gauze', 'chitosan-gauze', 'hemostatic-ribbon', 'hemostatic-granules'];
const PLAIN = ['plain-gauze', 'plain-gauze-flat', 'rolled-gauze', 'gauze-wrap-combo'];

export const BLEEDING_RULES: readonly Rule[] = [
  {
    id: 'tourniquet-suspect',
    title: 'Suspect tourniquet',
    check: (facts) =>
      facts.things
        .filter(({ unit, kind }) => unit.condition === 'suspect' && kind.grades['M.limb'] !== undefined)
        .map(({ unit, kind }) =>
          stop(
            `${kind.name} is suspect: cheap ones from unverified sellers snap or tear. It does not count until somebody verifies it.`,
            [unit.id],
            { do: 'takeOut', label: 'Take it out', unitId: unit.id },
          ),
        ),
  },
  {
    id: 'tourniquet-wrapped',
    title: 'Tourniquet still wrapped',
    check: (facts) =>
      facts.things
        .filter(({ unit, kind }) => STAGED_KINDS.includes(kind.id) && unit.condition === 'notStaged')
        .map(({ unit, kind }) =>
          warn(
            `${kind.name} is not staged: take it out of its plastic and set it up for one hand; the wrapper costs seconds that a limb does not have.`,
            [unit.id],
          ),
        ),
  },
  {
    id: 'tourniquet-without-marker',
    title: 'Tourniquet without a marker',
    check: (facts) =>
      facts.serving('M.limb').length > 0 && facts.serving('C.record').length === 0
        ? [
            warn('A tourniquet and nothing to write with: the time it went on would be lost.', idsOf(facts.serving('M.limb')), {
              do: 'add',
              label: 'Add a marker',
              kind: 'marker',
            }),
          ]
        : [],
  },
  {
    id: 'elastic-wrap-near-zip',
    title: 'Elastic wrap bare beside a zip',
    check: (facts) =>
      facts.given.container?.opening !== 'zip'
        ? []
        : facts
            .of('elastic-wrap-tourniquet')
            .flatMap(({ unit }) =>
              unit.state === 'laidFlat'
                ? [
                    warn(
                      'The elastic wrap lies bare in a zipped container: a zip that nicks its edge tears it when it is stretched.',
                      [unit.id],
                      { do: 'setState', label: 'Back into its packet', unitId: unit.id, state: 'asSold' },
                    ),
                  ]
                : [],
            ),
  },
  {
    id: 'elastic-wrap-alone',
    title: 'Only an elastic wrap, and nobody to help',
    check: (facts) => {
      const limb = facts.serving('M.limb');
      const wraps = facts.of('elastic-wrap-tourniquet');
      return facts.brief.helpers === 1 && wraps.length > 0 && limb.length === wraps.length
        ? [
            warn('The only tourniquet is an elastic wrap, and there is one carer: it is hard to put on alone.', idsOf(wraps), {
              do: 'add',
              label: 'Add a windlass tourniquet',
              kind: 'windlass-tourniquet',
            }),
          ]
        : [];
    },
  },
  {
    id: 'small-limbs',
    title: 'Children or animals, and nothing for small limbs',
    check: (facts) =>
      (hasChildren(facts.brief) || facts.brief.animals > 0) &&
      facts.serving('M.limb').length > 0 &&
      facts.of('elastic-wrap-tourniquet').length === 0
        ? [
            warn(
              `${hasChildren(facts.brief) ? 'Children' : 'Animals'} are in the brief and no tourniquet here closes on a small limb for certain; an elastic wrap does.`,
              idsOf(facts.serving('M.limb')),
              { do: 'add', label: 'Add an elastic wrap', kind: 'elastic-wrap-tourniquet' },
            ),
          ]
        : [],
  },
  {
    id: 'bungee-disputed',
    title: 'Bungee-and-cleat tourniquet',
    check: (facts) =>
      about(facts.of('bungee-tourniquet'), ({ unit }) =>
        note('A bungee-and-cleat tourniquet is disputed: many courses do not teach it, and it counts as a substitute at most.', [unit.id], {
          do: 'swap',
          label: 'Swap for a windlass',
          unitId: unit.id,
          kind: 'windlass-tourniquet',
        }),
      ),
  },
  {
    id: 'hemostatic-alone',
    title: 'Hemostatic without plain gauze behind it',
    check: (facts) => {
      const hemostatic = facts.of(...HEMOSTATIC);
      return hemostatic.length > 0 && facts.of(...PLAIN).length === 0
        ? [
            warn(
              'Hemostatic gauze and no plain gauze: the one goes against the bleed, the other fills the space behind it.',
              idsOf(hemostatic),
              { do: 'add', label: 'Add plain gauze', kind: 'plain-gauze-flat' },
            ),
          ]
        : [];
    },
  },
  {
    id: 'granules',
    title: 'Loose hemostatic granules',
    check: (facts) =>
      about(facts.of('hemostatic-granules'), ({ unit }) =>
        warn('Loose granules blow into eyes and mouth on a windy deck; gauze stays where it is put.', [unit.id], {
          do: 'swap',
          label: 'Swap for gauze',
          unitId: unit.id,
          kind: 'kaolin-gauze',
        }),
      ),
  },
  {
    id: 'outer-wrapper',
    title: 'Pressure dressing in its outer wrapper',
    check: (facts) =>
      about(
        facts.of('pressure-dressing', 'bar-bandage-100').filter(({ unit }) => unit.state === 'asSold' && unit.count === 1),
        ({ unit, kind }) =>
          note(
            `${kind.name} lies in its outer wrapper: the inner one keeps it sterile, and without the outer it is flatter and faster.`,
            [unit.id],
            { do: 'setState', label: 'Outer wrapper off', unitId: unit.id, state: 'outerOff' },
          ),
      ),
  },
  {
    id: 'pressure-without-packing',
    title: 'Pressure without packing',
    check: (facts) =>
      facts.serving('M.press').length > 0 && facts.serving('M.pack').length === 0
        ? [
            warn(
              'A pressure dressing and nothing to pack with: in groin, armpit and neck pressure from outside does not reach the bleed.',
              idsOf(facts.serving('M.press')),
              { do: 'add', label: 'Add plain gauze', kind: 'plain-gauze-flat' },
            ),
          ]
        : [],
  },
];
