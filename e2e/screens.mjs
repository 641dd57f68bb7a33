// Every screen, each as it is reached with the demo crew.
import { KIT_SCREENS } from '../web/src/app/kitScreens.ts';
import { SCREENS } from '../web/src/app/screens.ts';

const ALL = [...SCREENS, ...KIT_SCREENS];

export const LOOKS = [...ALL.flatMap(({ looks }) => looks), '/nowhere'];
export const PHONE_LOOKS = ALL.filter(({ isForPhone }) => isForPhone).flatMap(({ looks }) => looks);
/** Addresses that have the page to themselves, without a way to log a use. */
export const BARE_LOOKS = SCREENS.filter(({ isBare }) => isBare).flatMap(({ looks }) => looks);
