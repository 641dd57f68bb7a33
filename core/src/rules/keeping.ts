import { wantedTwiceText } from '../coverage/words.ts';
import type { Position } from '../model/container.ts';
import { type Kind, massOf } from '../model/kind.ts';
import { NEEDS } from '../model/need.ts';
import { addDays, daysBetween, showDate } from '../model/plainDate.ts';
import { leftBehind } from '../needs/summary.ts';
import { isStepDone, stageSteps } from '../staging/checklist.ts';
import { UPKEEP_PLAN } from '../upkeep/upkeep.ts';
import { about, idsOf, note, type Rule, stop, warn } from './rule.ts';

/** Condition, dates, heat and carrying. Common practice, no source; limits are planning values. */
/** What ages fastest in heat: adhesives, rubber, gels and medicines. Common practice, no source. */
export const isHeatSensitive = ({ traits: { care = [], medicine } }: Kind): boolean =>
  medicine !== undefined || care.includes('oozes') || care.includes('brittleInHeat') || care.includes('driesOut');
const isFlatTape = ({ family, traits: { care = [] } }: Kind): boolean => family === 'tape' && !care.includes('oozes');
const SEATED_BULK_MM = 30;
const ANKLE_MASS_G = 300;
const AGED_YEARS = 5;
const DAYS_A_YEAR = 365.25;
/** On the body, and in the way of whoever sits; a pack comes off. */
const hurtsSitting = ({ onBody, seated, bearers }: Position): boolean => onBody && !seated && !bearers.includes('pack');

export const KEEPING_RULES: readonly Rule[] = [
  {
    id: 'wanted-twice',
    title: 'One thing wanted for two jobs',
    check: (facts) =>
      facts.given.coverage.wantedTwice.flatMap((wanted) => {
        const thing = facts.things.find(({ unit }) => unit.id === wanted.unitId);
        return thing === undefined
          ? []
          : [
              warn(
                wantedTwiceText(thing.kind.name, wanted),
                [thing.unit.id],
                facts.add(`Add a ${NEEDS[wanted.bookedFor].one}`, (kind) => facts.isMadeFor(kind, wanted.bookedFor)),
              ),
            ];
      }),
  },
  {
    id: 'practice-in-kit',
    title: 'Practice unit in a kit',
    check: (facts) =>
      facts.things
        .filter(({ unit }) => unit.condition === 'practice')
        .map(({ unit, kind }) =>
          stop(`${kind.name} is a practice unit: what hands learnt on never goes back into a kit.`, [unit.id], {
            do: 'takeOut',
            label: 'Take it out',
            unitId: unit.id,
          }),
        ),
  },
  {
    id: 'lapsed-in-kit',
    title: 'Lapsed thing still in the kit',
    check: (facts) =>
      facts.things
        .filter(({ unit }) => unit.expiresOn !== null && unit.expiresOn < facts.given.today)
        .map(({ unit, kind }) =>
          warn(
            `${kind.name} has lapsed (last good ${unit.expiresOn === null ? '' : showDate(unit.expiresOn)}): it does not count, whatever it looks like.${kind.traits.medicine === undefined ? '' : ' Dispose of it; a medicine is never kept for practice.'}`,
            [unit.id],
            { do: 'takeOut', label: 'Take it out', unitId: unit.id },
          ),
        ),
  },
  {
    id: 'aged-rubber',
    title: 'Rubber that has aged',
    check: (facts) =>
      facts.things
        .filter(({ kind, isGood }) => isGood && kind.dating !== 'printed' && kind.traits.care?.includes('brittleInHeat') === true)
        .flatMap(({ unit, kind }) => {
          const years = unit.own?.madeOn === undefined ? 0 : Math.floor(daysBetween(unit.own.madeOn, facts.given.today) / DAYS_A_YEAR);
          return years < AGED_YEARS
            ? []
            : [
                warn(
                  `${kind.name}: ${years} years old, and nothing printed says how long it lasts. Stretch it; what tears, cracks or sticks goes (looked for from ${AGED_YEARS} years on, a planning value).`,
                  [unit.id],
                  { do: 'swap', label: 'Swap for a new one', unitId: unit.id, kind: kind.id },
                ),
              ];
        }),
  },
  {
    id: 'opened-sterile',
    title: 'Opened sterile packet',
    check: (facts) =>
      facts.things
        .filter(({ unit, kind }) => unit.condition === 'opened' && kind.sterile)
        .map(({ unit, kind }) =>
          warn(`${kind.name} is open: what is left in the packet is no longer sterile.`, [unit.id], {
            do: 'takeOut',
            label: 'Take it out',
            unitId: unit.id,
          }),
        ),
  },
  {
    id: 'damaged-in-kit',
    title: 'Damaged thing still in the kit',
    check: (facts) =>
      facts.things
        .filter(({ unit }) => unit.condition === 'damaged')
        .map(({ unit, kind }) =>
          warn(`${kind.name} is damaged and takes the place of one that works.`, [unit.id], {
            do: 'takeOut',
            label: 'Take it out',
            unitId: unit.id,
          }),
        ),
  },
  {
    id: 'lapses-before-inspection',
    title: 'Lapses before the next inspection',
    check: (facts) => {
      const days = facts.given.draft.layer === 'base' ? UPKEEP_PLAN.inspectIndoorsDays : UPKEEP_PLAN.inspectMovingDays;
      const by = addDays(facts.given.today, days);
      const soon = facts.things
        .filter(({ unit, isGood }) => isGood && unit.expiresOn !== null && unit.expiresOn < by)
        .sort((a, b) => ((a.unit.expiresOn ?? '') < (b.unit.expiresOn ?? '') ? -1 : 1));
      return about(soon, ({ unit, kind }) =>
        note(
          `${kind.name} is last good ${unit.expiresOn === null ? '' : showDate(unit.expiresOn)}, before an inspection that starts today would come round again (${days} days, planning value).`,
          idsOf(soon),
        ),
      );
    },
  },
  {
    id: 'heat-sensitive',
    title: 'Heat-sensitive things in a hot place',
    check: (facts) => {
      const sensitive = facts.having((_, kind) => isHeatSensitive(kind));
      const heat = facts.heat();
      return heat?.is === 'hot' && sensitive.length > 0
        ? [
            note(
              `${sensitive.length} heat-sensitive ${sensitive.length === 1 ? 'thing' : 'things'} in a hot place (${heat.says}): adhesives ooze, gloves turn brittle, drugs age. Inspect sooner; a printed date stays as printed.`,
              idsOf(sensitive),
            ),
          ]
        : [];
    },
  },
  {
    id: 'tape-oozes',
    title: 'Tape roll in heat',
    check: (facts) =>
      ['hot', 'warm'].includes(facts.heat()?.is ?? '')
        ? about(
            facts.having(({ care = [] }) => care.includes('oozes')),
            ({ unit }) =>
              note(
                'Adhesive tape oozes in the warm: keep the roll in a case, and fold its free end over.',
                [unit.id],
                facts.swap('Swap for flat-folded tape', unit, isFlatTape),
              ),
          )
        : [],
  },
  {
    id: 'too-heavy',
    title: 'Heavier than is comfortable there',
    check: (facts) => {
      const carry = facts.carry();
      return carry !== null && carry.massOverG > 0
        ? [
            warn(
              `${Math.round(carry.massOverG)} g over what is comfortable on the ${facts.given.position?.name.toLowerCase()} (planning value): what is not comfortable is left ${leftBehind(facts.brief)}.`,
              ['position'],
            ),
          ]
        : [];
    },
  },
  {
    id: 'too-thick',
    title: 'Thicker than its place',
    check: (facts) => {
      const carry = facts.carry();
      return carry !== null && facts.given.packedMm !== null && carry.overMm > 0
        ? [warn(`${carry.overMm} mm too thick for the ${facts.given.position?.name.toLowerCase()} (planning value).`, ['position'])]
        : [];
    },
  },
  {
    id: 'container-too-large',
    title: 'Container larger than its place',
    check: (facts) => {
      const carry = facts.carry();
      return carry !== null && !carry.outlineFits
        ? [
            warn(`The ${facts.given.container?.name.toLowerCase()} is larger than the ${facts.given.position?.name.toLowerCase()} takes.`, [
              'container',
              'position',
            ]),
          ]
        : [];
    },
  },
  {
    id: 'seated-bulk',
    title: 'Bulk that hurts when sitting',
    check: (facts) => {
      const carry = facts.carry();
      const { position, packedMm } = facts.given;
      return carry !== null && packedMm !== null && position !== undefined && hurtsSitting(position) && carry.outerTMm > SEATED_BULK_MM
        ? [
            note(
              `${carry.outerTMm} mm on the ${position.name.toLowerCase()}: over ${SEATED_BULK_MM} mm (planning value) hurts when sitting or driving.`,
              ['position'],
            ),
          ]
        : [];
    },
  },
  {
    id: 'ankle-tires',
    title: 'Weight on the ankle',
    check: (facts) => {
      const mass =
        facts.things.reduce((sum, { kind, unit }) => sum + massOf(kind, unit) * unit.count, 0) + (facts.given.container?.massG ?? 0);
      return facts.given.position?.spot === 'ankle' && mass > ANKLE_MASS_G
        ? [
            note(`${Math.round(mass)} g on the ankle tires a leg; over ${ANKLE_MASS_G} g (planning value) it is soon left off.`, [
              'position',
            ]),
          ]
        : [];
    },
  },
  {
    id: 'not-made-ready',
    title: 'Not made ready yet',
    check: ({ given }) => {
      // A kit of which nothing was ticked yet is still being built; the checklist itself says what is to be done.
      if (given.draft.stage.ticks.length === 0) return [];
      const steps = stageSteps(given.draft, given.container, given.position, given.catalog);
      const open = steps.filter((step) => !isStepDone(step, given.draft.stage));
      const [first] = open;
      return first === undefined
        ? []
        : [note(`${open.length} of ${steps.length} steps to make it ready are open. Next: ${first.text}`, ['stage', ...first.unitIds])];
    },
  },
];
