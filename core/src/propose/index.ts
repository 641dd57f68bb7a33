export { type KitAsk, type KitWorld, layProposal, type ProposedForKit, proposeForKit, questionOf } from './forKit.ts';
export { ALONGS, type Along, climb, climbed, type Ladder, type LadderStep } from './ladder.ts';
export { type Proposal, type Proposed, propose, proposed } from './propose.ts';
export { FIRSTS, type First, type ProposeQuestion } from './question.ts';
export type { Why } from './whyNot.ts';
