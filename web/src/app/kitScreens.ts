import type { KitScreen } from './screen.ts';

export const KIT_FRAME_PATH = '/kits/:id';

export const KIT_SCREENS: readonly KitScreen[] = [
  {
    path: 'brief',
    name: 'Brief',
    does: 'who, where, how far',
    looks: ['/kits/console-case/brief', '/kits/helm-vest/brief?view=words', '/kits/helm-vest/brief?view=compare&with=school:remote'],
    load: async () => (await import('../brief/Brief.tsx')).Brief,
  },
  {
    path: 'bench',
    name: 'Bench',
    does: 'lay things out',
    looks: ['/kits/tow-panel/bench?rung=M'],
    load: async () => (await import('../bench/Bench.tsx')).Bench,
  },
  {
    path: 'fit',
    name: 'Fit',
    does: 'pack it',
    looks: ['/kits/belt-kit/fit'],
    load: async () => (await import('../fit/Fit.tsx')).Fit,
  },
  {
    path: 'stage',
    name: 'Stage',
    does: 'make it ready, print it, weigh it',
    looks: ['/kits/helm-vest/stage', '/kits/helm-vest/stage?part=print&form=card'],
    load: async () => (await import('../stage/Stage.tsx')).Stage,
  },
  {
    path: 'propose',
    name: 'Propose',
    does: 'what to put in for the place, the mass and the money',
    isForPhone: true,
    looks: ['/kits/bow-pocket/propose'],
    load: async () => (await import('../propose/ProposePage.tsx')).ProposePage,
  },
  {
    path: 'compare',
    name: 'Compare',
    does: 'side by side, ready-made and published lists',
    looks: ['/kits/helm-vest/compare?with=list:ready-pocket&with=kit:belt-kit'],
    load: async () => (await import('../compare/ComparePage.tsx')).ComparePage,
  },
];
