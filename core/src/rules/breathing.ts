import { hasChildren, skillsOf } from '../model/brief.ts';
import { about, idsOf, note, type Rule, stop, warn } from './rule.ts';

/** Chest and airway. Common practice, no source. */
const SEALS = ['vented-seals', 'vented-seals-compact', 'unvented-seals'];

export const BREATHING_RULES: readonly Rule[] = [
  {
    id: 'airway-untrained',
    title: 'Airway tube without training',
    check: (facts) =>
      skillsOf(facts.brief).includes('airway')
        ? []
        : facts
            .of('nasal-airway-28', 'nasal-airway-20')
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
        : facts.of('decompression-needle').map(({ unit }) =>
            stop('A decompression needle: only for those trained and authorised for it here. Local protocols win.', [unit.id], {
              do: 'takeOut',
              label: 'Take it out',
              unitId: unit.id,
            }),
          ),
  },
  {
    id: 'airway-one-size',
    title: 'Adult airway only, with children',
    check: (facts) =>
      hasChildren(facts.brief) && facts.of('nasal-airway-28').length > 0 && facts.of('nasal-airway-20').length === 0
        ? [
            warn(
              'Children are in the brief and the only airway is an adult size: about 20 Fr suits a child.',
              idsOf(facts.of('nasal-airway-28')),
              { do: 'add', label: 'Add a 20 Fr airway', kind: 'nasal-airway-20' },
            ),
          ]
        : [],
  },
  {
    id: 'airway-lubricant',
    title: 'Airway and its lubricant',
    check: (facts) =>
      about(facts.of('nasal-airway-28', 'nasal-airway-20'), ({ unit }) =>
        note('The lubricant packet of an airway gets lost: tape it to the tube.', [unit.id]),
      ),
  },
  {
    id: 'seals-odd',
    title: 'Seals not in pairs',
    check: (facts) =>
      about(
        facts.things.filter(({ unit, kind }) => SEALS.includes(kind.id) && unit.piecesUsed % 2 === 1),
        ({ unit, kind }) =>
          warn(`${kind.name}: one seal of the pair is gone. A wound through the chest has an entry and an exit.`, [unit.id], {
            do: 'takeOut',
            label: 'Take the rest out',
            unitId: unit.id,
          }),
      ),
  },
  {
    id: 'seals-unvented',
    title: 'Unvented seals',
    check: (facts) =>
      about(facts.of('unvented-seals'), ({ unit }) =>
        note(
          'Unvented seals must be lifted at an edge when breathing worsens, about every 10 to 15 minutes; vented ones need not.',
          [unit.id],
          { do: 'swap', label: 'Swap for vented', unitId: unit.id, kind: 'vented-seals' },
        ),
      ),
  },
  {
    id: 'seals-wet-skin',
    title: 'Seals and nothing to wipe the skin',
    check: (facts) =>
      facts.of(...SEALS).length > 0 &&
      facts.brief.coldWet &&
      facts.of('gauze-pads', 'abdominal-pad', 'rolled-gauze', 'plain-gauze', 'plain-gauze-flat').length === 0
        ? [
            warn('Seals in the wet and nothing to wipe the skin dry: they would not stick.', idsOf(facts.of(...SEALS)), {
              do: 'add',
              label: 'Add gauze pads',
              kind: 'gauze-pads',
            }),
          ]
        : [],
  },
  {
    id: 'mask-in-pocket',
    title: 'Pocket mask in a pocket kit',
    check: (facts) =>
      facts.given.draft.layer !== 'pocket'
        ? []
        : about(facts.of('pocket-mask'), ({ unit }) =>
            note('A pocket mask in its case is 55 mm thick: in a pocket a folded barrier of 12 mm is more likely to be there.', [unit.id], {
              do: 'swap',
              label: 'Swap for a barrier',
              unitId: unit.id,
              kind: 'breath-barrier',
            }),
          ),
  },
];
