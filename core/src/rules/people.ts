import { isBarred } from '../coverage/grades.ts';
import { ownSkillsOf, skillsOf } from '../model/brief.ts';
import type { Kind } from '../model/kind.ts';
import { type NeedId, SKILL_FACTS, type Skill } from '../model/need.ts';
import { TRAIT_NAMES } from '../model/traits.ts';
import { inWords } from '../model/words.ts';
import { about, type Facts, idsOf, isOf, note, type Rule, stop, warn } from './rule.ts';

/** What the people of the brief bring with them: age, illness, skill, and who else may open the kit. Common practice, no source. */
const PRACTISED: readonly (readonly [NeedId, Skill])[] = [
  ['M.limb', 'tourniquet'],
  ['M.pack', 'packing'],
  ['M.press', 'pressure'],
  ['R.seal', 'seal'],
  ['R.breath', 'breath'],
  ['D.splint', 'splinting'],
];

/** Things that need a skill which the people there do not have themselves. */
const beyondOwnSkill = (facts: Facts) => {
  const own = ownSkillsOf(facts.brief);
  return facts.things.filter(({ kind, isGood }) => isGood && kind.skill !== null && !own.includes(kind.skill));
};

const isChitosan = ({ family, traits }: Kind): boolean => family === 'hemostaticGauze' && traits.agent === 'chitosan';

export const PEOPLE_RULES: readonly Rule[] = [
  {
    id: 'kaolin-with-blood-thinners',
    needs: ['M.pack'],
    title: 'Kaolin gauze and blood thinners',
    check: (facts) =>
      facts.brief.onBloodThinners > 0 && facts.having((_, kind) => isChitosan(kind)).length === 0
        ? about(
            facts.having(({ agent }) => agent === 'kaolin'),
            ({ unit }) =>
              warn(
                `${facts.brief.onBloodThinners} on blood thinners: kaolin works through the body’s own clotting, which these slow down; chitosan works outside it.`,
                [unit.id],
                facts.swap('Swap for chitosan', unit, isChitosan),
              ),
          )
        : [],
  },
  {
    id: 'barred-at-security',
    title: 'Barred at a security check',
    check: (facts) =>
      facts.brief.securityChecks
        ? facts.things
            .filter(({ kind }) => isBarred(kind))
            .map(({ unit, kind }) =>
              stop(`${kind.name} is taken away at many security checks, and the kit with it: this kit has to pass as it is.`, [unit.id], {
                do: 'takeOut',
                label: 'Take it out',
                unitId: unit.id,
              }),
            )
        : [],
  },
  {
    id: 'strangers-and-skill',
    title: 'Strangers may open it, and it holds things that need training',
    check: (facts) =>
      facts.brief.strangers
        ? about(
            facts.things.filter(({ kind, isGood }) => isGood && kind.skill !== null),
            ({ unit, kind }) =>
              warn(
                `Strangers may open this kit and it holds a thing that needs training: ${kind.name.toLowerCase()}. Keep it in a pouch of its own that says for whom it is.`,
                [unit.id],
                { do: 'takeOut', label: 'Take it out', unitId: unit.id },
              ),
          )
        : [],
  },
  {
    id: 'strangers-no-guide',
    title: 'Strangers may open it, and nothing says what to do',
    check: (facts) =>
      facts.brief.strangers && facts.of('guide').length === 0
        ? [
            note(
              'Strangers may open this kit: a folded guide on top tells them what to do first. Say from outside what it is.',
              ['brief'],
              facts.add('Add a guide', isOf('guide')),
            ),
          ]
        : [],
  },
  {
    id: 'skill-not-practised',
    title: 'Things that nobody here has practised',
    check: (facts) => {
      const own = ownSkillsOf(facts.brief);
      const missing = PRACTISED.filter(([need, skill]) => facts.isAsked(need) && !own.includes(skill) && facts.serving(need).length > 0);
      return missing.length === 0
        ? []
        : [
            note(
              `Nobody in this brief has practised: ${missing.map(([, skill]) => SKILL_FACTS[skill].name).join(', ')}. Owning it is not knowing it.`,
              [...new Set(missing.flatMap(([need]) => idsOf(facts.serving(need))))],
            ),
          ];
    },
  },
  {
    id: 'counts-by-remote-advice',
    title: 'Counts only with remote advice',
    check: (facts) => {
      const allowed = skillsOf(facts.brief);
      return about(
        beyondOwnSkill(facts).filter(({ kind }) => kind.skill !== null && allowed.includes(kind.skill)),
        ({ unit, kind }) =>
          note(
            `${kind.name} counts only because remote advice may talk somebody through it: agree with the adviser beforehand, and write the number on the lid.`,
            [unit.id],
          ),
      );
    },
  },
  {
    id: 'remote-advice-out-of-reach',
    needs: ['H.call'],
    title: 'Remote advice without a way to reach it',
    check: (facts) =>
      facts.brief.remoteAdvice && !facts.brief.phoneCover && facts.having(({ beyondCover }) => beyondCover === true).length === 0
        ? [
            warn(
              'Remote advice is counted on, there is no phone cover, and nothing here reaches beyond it.',
              ['brief'],
              facts.add('Add a satellite messenger', isOf('satelliteMessenger')),
            ),
          ]
        : [],
  },
  {
    id: 'tablets-and-aspirin',
    title: 'Medicines, and for whom not',
    check: (facts) =>
      facts.things
        .filter(({ kind, isGood }) => isGood && (kind.traits.medicine?.excludes.length ?? 0) > 0)
        .map(({ unit, kind }) =>
          note(
            `${kind.name}: not for ${inWords((kind.traits.medicine?.excludes ?? []).map((one) => TRAIT_NAMES.excludes[one]))}. Ask before it is given; local protocols win.`,
            [unit.id],
          ),
        ),
  },
  {
    id: 'medicine-unnamed',
    title: 'A medicine without its substance',
    check: (facts) =>
      about(
        facts.having(({ medicine }) => medicine !== undefined && medicine.substance === ''),
        ({ unit, kind }) => note(`${kind.name}: nobody knows what it is for before its substance is named, as on the label.`, [unit.id]),
      ),
  },
  {
    id: 'medicine-of-somebody-else',
    title: 'A medicine of somebody whom the brief does not name',
    check: (facts) => {
      const named = [...facts.brief.medicines, ...facts.brief.injectors].map(({ who }) => who.trim()).filter((who) => who !== '');
      const isNamed = (whose: string) => named.some((who) => who.toLowerCase() === whose.toLowerCase());
      return named.length === 0
        ? []
        : facts.things.flatMap(({ unit, kind, isGood }) => {
            const whose = unit.own?.whose;
            return !isGood || kind.traits.medicine === undefined || whose === undefined || isNamed(whose)
              ? []
              : [
                  warn(`${kind.name} of ${whose}, in a kit for ${inWords([...new Set(named)])}: what is prescribed is for one person.`, [
                    unit.id,
                  ]),
                ];
          });
    },
  },
  {
    id: 'strangers-and-medicines',
    title: 'Strangers may open it, and it holds medicines',
    check: (facts) =>
      facts.brief.strangers
        ? about(
            facts.having(
              ({ medicine, prescription }) =>
                medicine !== undefined && (prescription === true || medicine.purposes.some((one) => one !== 'sugar')),
            ),
            ({ unit, kind }) =>
              warn(`Strangers may open this kit and it holds a medicine: ${kind.name.toLowerCase()}.`, [unit.id], {
                do: 'takeOut',
                label: 'Take it out',
                unitId: unit.id,
              }),
          )
        : [],
  },
  {
    id: 'latex-and-allergy',
    title: 'Latex, and somebody with a severe allergy',
    check: (facts) =>
      facts.brief.withAllergies > 0
        ? about(
            facts.having(({ latex }) => latex === true),
            ({ unit, kind }) =>
              warn(
                `${facts.brief.withAllergies} with a severe allergy, and ${kind.name.toLowerCase()} is of latex.`,
                [unit.id],
                facts.swap('Swap for one without latex', unit, (other) => other.family === kind.family && other.traits.latex === false),
              ),
          )
        : [],
  },
  {
    id: 'closing-untrained',
    title: 'Things to close wounds without training and authority',
    check: (facts) =>
      skillsOf(facts.brief).includes('closing')
        ? []
        : facts
            .of('sutures', 'skinStapler', 'scalpel')
            .map(({ unit, kind }) =>
              stop(
                `${kind.name}: nobody in this brief is trained and authorised for it, and a dirty wound that is closed festers.`,
                [unit.id],
                { do: 'takeOut', label: 'Take it out', unitId: unit.id },
              ),
            ),
  },
  {
    id: 'guide-shows-another',
    title: 'A guide that may not show this tourniquet',
    check: (facts) => {
      const others = facts
        .serving('M.limb')
        .filter(({ kind }) => kind.grades['M.limb'] === 'primary' && kind.family !== 'windlassTourniquet');
      return facts.of('guide').length > 0 && others.length > 0
        ? [
            note(
              'A printed guide shows the tourniquet that its author knew: look whether it shows the one in this kit.',
              idsOf([...facts.of('guide'), ...others]),
            ),
          ]
        : [];
    },
  },
  {
    id: 'own-injector',
    title: 'Allergies, and where each injector is',
    check: ({ brief }) => {
      const open = brief.withAllergies - brief.injectors.length;
      return open > 0
        ? [
            note(
              `${brief.withAllergies} with a severe allergy, and of ${open} it is not said where the injector is: on the person, or by agreement in this kit. Ask before setting out.`,
              ['brief'],
            ),
          ]
        : [];
    },
  },
  {
    id: 'bag-mask-alone',
    needs: ['R.breath'],
    title: 'Bag-mask and one carer',
    check: (facts) =>
      facts.brief.helpers === 1 && facts.brief.carers.length < 2
        ? about(facts.of('bagMask'), ({ unit }) =>
            note(
              'A bag-mask takes one pair of hands to seal and another to squeeze: with one carer a barrier does more.',
              [unit.id],
              facts.swap('Swap for a barrier', unit, isOf('breathBarrier')),
            ),
          )
        : [],
  },
  {
    id: 'infants-and-tubes',
    needs: ['A.airway'],
    title: 'Infants and airway tubes',
    check: (facts) =>
      facts.brief.childrenByAge.infants > 0
        ? about(
            facts.of('nasalAirway', 'oralAirway').filter(({ kind }) => kind.traits.ages?.includes('infants') !== true),
            ({ unit }) => note('Infants are in the brief: none of these tubes is for them. Positioning is what there is.', [unit.id]),
          )
        : [],
  },
];
