import { childrenIn, hasChildren, skillsOf } from '../model/brief.ts';
import type { Family } from '../model/family.ts';
import { about, idsOf, isOf, note, type Rule, stop, warn } from './rule.ts';

/** Chest and airway. Common practice, no source. */
const SEALS: readonly Family[] = ['chestSeal', 'unventedSeal'];
/** What dries skin before a seal goes on. */
const DRIES: readonly Family[] = ['gauzePad', 'absorbentPad', 'gauzeRoll', 'packingGauze', 'nonAdherentPad'];

export const BREATHING_RULES: readonly Rule[] = [
  {
    id: 'airway-untrained',
    title: 'Airway tube without training',
    check: (facts) =>
      skillsOf(facts.brief).includes('airway')
        ? []
        : facts
            .of('nasalAirway')
            .map(({ unit, kind }) =>
              stop(
                `${kind.name}: nobody in this brief is trained for it. Leave it out, or get trained first; in some places it is unlawful.`,
                [unit.id],
                { do: 'takeOut', label: 'Take it out', unitId: unit.id },
              ),
            ),
  },
  {
    id: 'needle-unauthorised',
    title: 'Decompression needle without authority',
    check: (facts) =>
      skillsOf(facts.brief).includes('decompression')
        ? []
        : facts.of('decompressionNeedle').map(({ unit }) =>
            stop('A decompression needle: only for those trained and authorised for it here. Local protocols win.', [unit.id], {
              do: 'takeOut',
              label: 'Take it out',
              unitId: unit.id,
            }),
          ),
  },
  {
    id: 'airway-one-size',
    needs: ['A.airway'],
    title: 'Adult airway only, with children',
    check: (facts) => {
      const tubes = facts.of('nasalAirway', 'oralAirway');
      const isForChildren = tubes.some(({ kind }) => kind.traits.ages?.some((age) => age === 'small' || age === 'older') === true);
      return hasChildren(facts.brief) && tubes.length > 0 && !isForChildren
        ? [
            warn(
              'Children are in the brief and every airway here is an adult size: a child’s is chosen by measuring on the child, so several sizes are carried or none.',
              idsOf(tubes),
              facts.add('Add a child size', ({ family, traits }) => family === 'nasalAirway' && traits.ages?.includes('older') === true),
            ),
          ]
        : [];
    },
  },
  {
    id: 'airway-no-adult',
    needs: ['A.airway'],
    title: 'Child airways only, with adults',
    check: (facts) => {
      const tubes = facts.of('nasalAirway', 'oralAirway').filter(({ kind }) => kind.traits.ages !== undefined);
      const adults = facts.brief.persons > childrenIn(facts.brief);
      return adults && tubes.length > 0 && !tubes.some(({ kind }) => kind.traits.ages?.includes('adults') === true)
        ? [
            warn(
              'Adults are in the brief and every airway here is a child size.',
              idsOf(tubes),
              facts.add('Add an adult size', ({ family, traits }) => family === 'nasalAirway' && traits.ages?.includes('adults') === true),
            ),
          ]
        : [];
    },
  },
  {
    id: 'airway-lubricant',
    needs: ['A.airway'],
    title: 'Airway and its lubricant',
    check: (facts) =>
      facts.having((_, kind) => kind.provides.includes('lubricant')).length > 0
        ? []
        : about(facts.of('nasalAirway'), ({ unit }) =>
            note(
              'A nasal airway and no lubricant of its own: the packet that comes with it gets lost. Tape one to the tube.',
              [unit.id],
              facts.add('Add lubricant', isOf('lubricant')),
            ),
          ),
  },
  {
    id: 'seals-odd',
    needs: ['R.seal'],
    title: 'Seals not in pairs',
    check: (facts) => {
      const seals = facts.things.filter(({ kind }) => SEALS.includes(kind.family) && kind.pieces > 1);
      // Whole pairs still do what is asked; the good seal of a broken one is a spare.
      const whole = facts
        .of(...SEALS)
        .reduce((sum, { unit, kind }) => sum + Math.floor((unit.count * kind.pieces - unit.piecesUsed) / kind.pieces) * kind.pieces, 0);
      const asked = facts.given.coverage.needs.find(({ need }) => need === 'R.seal')?.least ?? 0;
      return about(
        seals.filter(({ unit }) => unit.piecesUsed % 2 === 1 && whole < asked),
        ({ unit, kind }) =>
          warn(
            `${kind.name}: one seal of the pair is gone, the other is good where it is still sealed. A wound through the chest has an entry and an exit.`,
            [unit.id],
            facts.add('Add a pair', (other) => facts.isMadeFor(other, 'R.seal') && other.pieces > 1),
          ),
      );
    },
  },
  {
    id: 'seals-unvented',
    needs: ['R.seal'],
    title: 'Unvented seals',
    check: (facts) =>
      about(
        facts.having(({ vented }, kind) => SEALS.includes(kind.family) && vented === false),
        ({ unit }) =>
          note(
            'Unvented seals need watching all the time; vented ones need watching too, and forgive more.',
            [unit.id],
            facts.swap('Swap for vented', unit, isOf('chestSeal')),
          ),
      ),
  },
  {
    id: 'seals-wet-skin',
    needs: ['R.seal'],
    title: 'Seals and nothing to wipe the skin',
    check: (facts) =>
      facts.of(...SEALS).length > 0 && facts.brief.coldWet && facts.of(...DRIES).length === 0
        ? [
            warn(
              'Seals in the wet and nothing to wipe the skin dry: they would not stick.',
              idsOf(facts.of(...SEALS)),
              facts.add('Add gauze pads', isOf('gauzePad')),
            ),
          ]
        : [],
  },
  {
    id: 'mask-in-pocket',
    needs: ['R.breath'],
    title: 'Pocket mask in a pocket kit',
    check: (facts) =>
      facts.given.draft.layer !== 'pocket'
        ? []
        : about(facts.of('pocketMask'), ({ unit }) =>
            note(
              'A pocket mask in its case is 55 mm thick: in a pocket a folded barrier of 12 mm is more likely to be there.',
              [unit.id],
              facts.swap('Swap for a barrier', unit, isOf('breathBarrier')),
            ),
          ),
  },
];
