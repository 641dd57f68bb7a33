import type { NeedId } from '../model/need.ts';

export type Evidence = 'published' | 'practice' | 'memory';

/** What a label says about how well a statement is backed. */
export const EVIDENCE_NAMES: Record<Evidence, string> = {
  published: 'published: a standard, guideline or paper is named',
  practice: 'practice: commonly done, no source',
  memory: 'memory: recalled, not looked up',
};

export interface Side {
  holds: string;
  says: string;
  evidence: Evidence;
}
/** A question on which practitioners disagree: what each side says, and what Ivrak does about it. Takes no side. */
export interface Dispute {
  id: string;
  question: string;
  needs: readonly NeedId[];
  sides: readonly [Side, Side, ...Side[]];
  ivrak: string;
}

const side = (holds: string, says: string, evidence: Evidence): Side => ({ holds, says, evidence });

export const DISPUTES: readonly Dispute[] = [
  {
    id: 'gauze',
    question: 'Hemostatic gauze or plain?',
    needs: ['M.pack'],
    sides: [
      side('Hemostatic', 'It clots faster, and in hands that press badly or leave early that is the difference.', 'practice'),
      side('Plain', 'Survival is about the same where it is packed well and pressed long enough, at a tenth of the price.', 'memory'),
    ],
    ivrak: 'The school grades plain gauze as full or as second. Either way a hemostatic without plain gauze behind it is reported.',
  },
  {
    id: 'tourniquet',
    question: 'Windlass or elastic wrap?',
    needs: ['M.limb'],
    sides: [
      side('Windlass', 'Fast, with one hand, and the kinds on recommended lists are tested.', 'practice'),
      side('Elastic', 'Closes on small limbs, lies flat, costs half and does other jobs; hard to put on alone.', 'practice'),
    ],
    ivrak:
      'The school decides whether an elastic wrap counts in full. Children or animals in the brief ask for something that closes on a small limb.',
  },
  {
    id: 'seals',
    question: 'Chest seals, or none?',
    needs: ['R.seal'],
    sides: [
      side('Carry them', 'A hole through the chest has an entry and an exit, and tape and sheet fail on wet skin.', 'practice'),
      side('Leave them', 'Where gunshots are rare the pocket is better used; an open wound may be left open and watched.', 'practice'),
    ],
    ivrak: 'Two a casualty are asked for with a penetrating threat. Bleeding-only asks for none, low-gunshot region leaves them optional.',
  },
  {
    id: 'breath',
    question: 'Breath barrier, or compressions alone?',
    needs: ['R.breath'],
    sides: [
      side('Compressions alone', 'A single rescuer loses time with breaths, and people hesitate less without them.', 'practice'),
      side('Barrier', 'After drowning or an overdose the blood has no oxygen left to move.', 'practice'),
    ],
    ivrak: 'One is asked for where somebody has learnt rescue breaths; with drowning or overdose in the brief the reason says so.',
  },
  {
    id: 'airway',
    question: 'Airway tube, or positioning?',
    needs: ['A.airway'],
    sides: [
      side('Tube', 'It keeps a passage open while the carer does something else.', 'practice'),
      side('Positioning', 'A jaw held or a body turned on its side does it without training and without harm.', 'practice'),
    ],
    ivrak:
      'A tube is asked for and counts only where somebody in the brief is trained in that kind; otherwise the need is off and says why.',
  },
  {
    id: 'bags',
    question: 'One bag or two?',
    needs: ['D.wound'],
    sides: [
      side('Two', 'Plasters in front of tourniquets cost the seconds that count.', 'practice'),
      side('One', 'A kit that is opened every day is known, carried and kept full.', 'practice'),
    ],
    ivrak: 'Day-to-day things are a part of their own: off unless the brief asks, never in front of life-saving ones.',
  },
  {
    id: 'c-and-h',
    question: 'What do C and H stand for?',
    needs: ['C.dress', 'H.warm', 'H.head', 'H.call'],
    sides: [
      side('H for hypothermia', 'A cooling body clots badly; wrapping is the next step after bleeding.', 'practice'),
      side('H for head and eyes', 'Head injury decides what happens next, and an eye wants a shield.', 'practice'),
      side('H for help', 'Nothing else matters if nobody knows where you are.', 'practice'),
    ],
    ivrak: 'All readings are needs: warmth, head and eyes, and a call; C holds smaller bleeding, the record and vital signs.',
  },
  {
    id: 'wrapper',
    question: 'Wrapper on, or off?',
    needs: ['M.press', 'M.pack'],
    sides: [
      side('Off', 'The outer wrapper costs seconds and millimetres; the inner one keeps it sterile.', 'practice'),
      side('On', 'The outer one carries lot and date, and keeps salt and grit off the seal.', 'practice'),
    ],
    ivrak: 'Both ways of lying are there, each with its thickness and seconds. Lot and date are kept with the thing either way.',
  },
  {
    id: 'vacuum-or-pouch',
    question: 'Vacuum bag, or pouch?',
    needs: [],
    sides: [
      side('Vacuum bag', 'Flat, dry and sealed: nobody borrows from it, and a broken seal shows.', 'practice'),
      side('Pouch', 'Opened with one hand, in order, again and again; a bag needs a slit or a cutter and is gone after it.', 'practice'),
    ],
    ivrak: 'Fit measures both, Carry counts the seconds of each, and cutters and gloves sealed inside are reported.',
  },
  {
    id: 'glove-colour',
    question: 'Dark gloves, or light?',
    needs: ['S.hands'],
    sides: [
      side('Light', 'Blood shows on them, so that a hand that feels for bleeding comes back telling.', 'practice'),
      side('Dark', 'They do not show up where one would rather not be seen, nor frighten whoever watches.', 'practice'),
    ],
    ivrak: 'Colour is a trait of the thing; dark ones are noted, and count.',
  },
  {
    id: 'needle-gauge',
    question: 'Decompression with 10 gauge, or 14?',
    needs: ['R.decompress'],
    sides: [
      side('10', 'It kinks and clots less, and stays open for longer.', 'memory'),
      side('14', 'It is what most were trained with, and does less harm where the place was wrong.', 'memory'),
    ],
    ivrak: 'Both count, only for those trained and authorised. Local protocols win.',
  },
  {
    id: 'closing',
    question: 'Strips, glue or sutures?',
    needs: ['D.close'],
    sides: [
      side('Strips', 'Anybody can take them off again when the wound turns bad.', 'practice'),
      side('Glue', 'It holds where strips lift off: on joints and in the wet.', 'practice'),
      side('Sutures', 'Nothing holds as long; but only clean wounds, and only by those who have learnt it.', 'practice'),
    ],
    ivrak:
      'Strips are open to all, glue and sutures count with training and authority. A dirty wound that is closed festers, whatever closes it.',
  },
  {
    id: 'antiseptics',
    question: 'Alcohol and peroxide?',
    needs: ['S.clean', 'D.flush'],
    sides: [
      side('Carry them', 'They clean skin, tools and hands, and cost nothing.', 'practice'),
      side('Leave them', 'In a wound they harm what should heal; water does more.', 'memory'),
    ],
    ivrak: 'Wipes are for intact skin, and say so. Wounds are washed by volume: wound wash, or drinking water with a syringe.',
  },
  {
    id: 'bag-mask',
    question: 'A bag-mask for the lone carer?',
    needs: ['R.breath'],
    sides: [
      side('Yes', 'Help may come, and then there are hands.', 'practice'),
      side('No', 'Alone one hand seals badly; a barrier or pocket mask does more and fits a pocket.', 'practice'),
    ],
    ivrak: 'It counts with the skill. With one carer it is noted.',
  },
  {
    id: 'nasal-size',
    question: 'How is a nasal tube sized?',
    needs: ['A.airway'],
    sides: [
      side('By length', 'From the nostril to the ear: a short one ends in the mouth, a long one farther than it should.', 'memory'),
      side('By the little finger', 'It is at hand, and about right for most.', 'practice'),
    ],
    ivrak: 'Sizes are held against the people of the brief; which one fits is measured on the person, by those who are trained.',
  },
  {
    id: 'bright-or-subdued',
    question: 'Bright kit, or subdued?',
    needs: [],
    sides: [
      side('Bright', 'It is found in the dark, in water and by strangers.', 'practice'),
      side('Subdued', 'It does not invite thieves, and goes with uniform.', 'practice'),
    ],
    ivrak: 'Colour is a trait; nothing is graded by it.',
  },
  {
    id: 'glue-sort',
    question: 'Household glue, or medical?',
    needs: ['D.close'],
    sides: [
      side('Medical', 'It stays supple, gives off less heat, and is sterile.', 'memory'),
      side('Household', 'It is the same family and costs a tenth.', 'memory'),
    ],
    ivrak: 'Only medical glue is in the catalogue; a kind of your own says what it is.',
  },
];
