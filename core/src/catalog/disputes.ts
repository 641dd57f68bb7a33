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
];
