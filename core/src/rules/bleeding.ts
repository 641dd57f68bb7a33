import { helpersIn } from '../model/brief.ts';
import type { Family } from '../model/family.ts';
import { STAGED_FAMILIES } from '../model/family.ts';
import type { Kind } from '../model/kind.ts';
import { about, idsOf, isOf, note, type Rule, stop, warn } from './rule.ts';

/** Tourniquets, packing and pressure. Common practice, no source. */
const HEMOSTATIC: readonly Family[] = ['hemostaticGauze', 'hemostaticPad', 'hemostaticGranules'];
const PLAIN: readonly Family[] = ['packingGauze', 'gauzeRoll', 'combinationWrap'];

const OUTER_OFF = 'outerOff';
const hasOuterWrapper = ({ states }: Kind): boolean => states.some(({ id }) => id === OUTER_OFF);

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
        .filter(({ unit, kind }) => STAGED_FAMILIES.includes(kind.family) && unit.condition === 'notStaged')
        .map(({ unit, kind }) =>
          warn(
            `${kind.name} is not staged: take it out of its plastic and set it up for one hand; the wrapper costs seconds that a limb does not have.`,
            [unit.id],
          ),
        ),
  },
  {
    id: 'tourniquet-without-marker',
    needs: ['C.record'],
    title: 'Tourniquet without a marker',
    check: (facts) =>
      facts.serving('M.limb').length > 0 && facts.serving('C.record').length === 0
        ? [
            warn(
              'A tourniquet and nothing to write with: the time it went on would be lost.',
              idsOf(facts.serving('M.limb')),
              facts.add('Add a marker', isOf('marker')),
            ),
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
            .of('elasticWrapTourniquet')
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
    needs: ['M.limb'],
    title: 'Only tourniquets that take two hands, and nobody to help',
    check: (facts) => {
      const limb = facts.serving('M.limb').filter(({ kind }) => kind.grades['M.limb'] !== 'improvised');
      const two = limb.filter(({ kind }) => kind.traits.handsToApply === 'two');
      return facts.brief.helpers === 1 && two.length > 0 && limb.length === two.length
        ? [
            warn(
              'The only tourniquet here takes two hands to put on, and there is one carer, who may be the one who is hurt.',
              idsOf(two),
              facts.add('Add a windlass tourniquet', isOf('windlassTourniquet')),
            ),
          ]
        : [];
    },
  },
  {
    id: 'tourniquets-on-one',
    needs: ['M.limb'],
    title: 'All tourniquets on one wearer',
    check: (facts) => {
      const limb = facts.serving('M.limb').filter(({ kind }) => kind.rung === 'M' && kind.grades['M.limb'] === 'primary');
      const count = limb.reduce((sum, { unit }) => sum + unit.count, 0);
      return !facts.brief.staysPut && facts.brief.standsAlone && helpersIn(facts.brief) > 1 && count > 1
        ? [note(`All ${count} tourniquets are on one wearer, who may be the casualty: let somebody else carry one.`, idsOf(limb))]
        : [];
    },
  },
  {
    id: 'bungee-disputed',
    title: 'Bungee-and-cleat tourniquet',
    check: (facts) =>
      about(facts.of('bungeeTourniquet'), ({ unit }) =>
        note(
          'A bungee-and-cleat tourniquet is disputed: many courses do not teach it, and it counts as a substitute at most.',
          [unit.id],
          facts.swap('Swap for a windlass', unit, isOf('windlassTourniquet')),
        ),
      ),
  },
  {
    id: 'hemostatic-alone',
    needs: ['M.pack'],
    title: 'Hemostatic without plain gauze behind it',
    check: (facts) => {
      const hemostatic = facts.of(...HEMOSTATIC);
      return hemostatic.length > 0 && facts.of(...PLAIN).length === 0
        ? [
            warn(
              'Hemostatic gauze and no plain gauze: the one goes against the bleed, the other fills the space behind it.',
              idsOf(hemostatic),
              facts.add('Add plain gauze', isOf('packingGauze')),
            ),
          ]
        : [];
    },
  },
  {
    id: 'granules',
    title: 'Loose hemostatic granules',
    check: (facts) =>
      about(facts.of('hemostaticGranules'), ({ unit }) =>
        warn(
          'Loose granules blow into eyes and mouth in any wind; gauze stays where it is put.',
          [unit.id],
          facts.swap('Swap for gauze', unit, isOf('hemostaticGauze')),
        ),
      ),
  },
  {
    id: 'outer-wrapper',
    title: 'Pressure dressing in its outer wrapper',
    check: (facts) =>
      about(
        facts.having((_, kind) => hasOuterWrapper(kind)).filter(({ unit }) => unit.state === 'asSold' && unit.count === 1),
        ({ unit, kind }) =>
          note(
            `${kind.name} lies in its outer wrapper: the inner one keeps it sterile, and without the outer it is flatter and faster.`,
            [unit.id],
            { do: 'setState', label: 'Outer wrapper off', unitId: unit.id, state: OUTER_OFF },
          ),
      ),
  },
  {
    id: 'pressure-without-packing',
    needs: ['M.pack'],
    title: 'Pressure without packing',
    check: (facts) =>
      facts.serving('M.press').length > 0 && facts.serving('M.pack').length === 0
        ? [
            warn(
              'A pressure dressing and nothing to pack with: in groin, armpit and neck pressure from outside does not reach the bleed.',
              idsOf(facts.serving('M.press')),
              facts.add('Add plain gauze', isOf('packingGauze')),
            ),
          ]
        : [],
  },
];
