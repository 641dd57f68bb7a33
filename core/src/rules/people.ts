import { hasChildren, ownSkillsOf, skillsOf } from '../model/brief.ts';
import { type NeedId, SKILL_FACTS, type Skill } from '../model/need.ts';
import { about, type Facts, idsOf, note, type Rule, stop, warn } from './rule.ts';

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

export const PEOPLE_RULES: readonly Rule[] = [
  {
    id: 'kaolin-with-blood-thinners',
    title: 'Kaolin gauze and blood thinners',
    check: (facts) =>
      facts.brief.onBloodThinners > 0 && facts.of('chitosan-gauze').length === 0
        ? about(facts.of('kaolin-gauze'), ({ unit }) =>
            warn(
              `${facts.brief.onBloodThinners} on blood thinners: kaolin works through the body’s own clotting, which these slow down; chitosan works outside it.`,
              [unit.id],
              { do: 'swap', label: 'Swap for chitosan', unitId: unit.id, kind: 'chitosan-gauze' },
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
            .filter(({ kind }) => kind.barredAtSecurity)
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
              warn(`Strangers may open this kit and it holds a thing that needs training: ${kind.name.toLowerCase()}.`, [unit.id], {
                do: 'takeOut',
                label: 'Take it out',
                unitId: unit.id,
              }),
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
              {
                do: 'add',
                label: 'Add a guide',
                kind: 'guide',
              },
            ),
          ]
        : [],
  },
  {
    id: 'skill-not-practised',
    title: 'Things that nobody here has practised',
    check: (facts) => {
      const own = ownSkillsOf(facts.brief);
      const missing = PRACTISED.filter(([need, skill]) => !own.includes(skill) && facts.serving(need).length > 0);
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
    title: 'Remote advice without a way to reach it',
    check: (facts) =>
      facts.brief.remoteAdvice && !facts.brief.phoneCover && facts.of('satellite-messenger').length === 0
        ? [
            warn('Remote advice is counted on, there is no phone cover, and nothing here reaches beyond it.', ['brief'], {
              do: 'add',
              label: 'Add a satellite messenger',
              kind: 'satellite-messenger',
            }),
          ]
        : [],
  },
  {
    id: 'tablets-and-aspirin',
    title: 'Which tablets, and for whom not',
    check: (facts) =>
      hasChildren(facts.brief) || facts.brief.threats.includes('cardiac')
        ? about(facts.of('tablets'), ({ unit }) =>
            note(
              'If these tablets are aspirin: not for children, not for anybody who bleeds; for a suspected heart attack only by those who know, as a stroke can be a bleed.',
              [unit.id],
            ),
          )
        : [],
  },
  {
    id: 'own-injector',
    title: 'Allergies, and whose injector',
    check: (facts) =>
      facts.brief.withAllergies > 0
        ? [
            note(
              `${facts.brief.withAllergies} with a severe allergy: their own injector stays on them, not in this kit. Ask where it is before setting out.`,
              ['brief'],
            ),
          ]
        : [],
  },
  {
    id: 'bag-mask-alone',
    title: 'Bag-mask and one carer',
    check: (facts) =>
      facts.brief.helpers === 1 && facts.brief.carers.length < 2
        ? about(facts.of('bag-mask'), ({ unit }) =>
            note('A bag-mask takes one pair of hands to seal and another to squeeze: with one carer a barrier does more.', [unit.id], {
              do: 'swap',
              label: 'Swap for a barrier',
              unitId: unit.id,
              kind: 'breath-barrier',
            }),
          )
        : [],
  },
  {
    id: 'infants-and-tubes',
    title: 'Infants and airway tubes',
    check: (facts) =>
      facts.brief.childrenByAge.infants > 0
        ? about(facts.of('nasal-airway-28', 'nasal-airway-20', 'oral-airway'), ({ unit }) =>
            note('Infants are in the brief: none of these tubes is for them. Positioning is what there is.', [unit.id]),
          )
        : [],
  },
];
