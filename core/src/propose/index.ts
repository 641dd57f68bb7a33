export { type KitAsk, type KitWorld, layProposal, type ProposedForKit, proposeForKit, questionOf } from './forKit.ts';
export {
  type KitOfSet,
  type ProposedForSet,
  proposeForSet,
  type SetAsk,
  type SetProposal,
  type SetWorld,
} from './forSet.ts';
export { ALONGS, type Along, climb, climbed, type Ladder, type LadderStep } from './ladder.ts';
export { type Proposal, type Proposed, type ProposedThing, propose, proposed } from './propose.ts';
export { FIRSTS, type First, type ProposeQuestion } from './question.ts';
export type { Why } from './whyNot.ts';
