import { type Brief, BriefSchema } from '../model/brief.ts';
import type { Layer } from '../model/kit.ts';

/** A generic situation to start a brief from; every field can be changed afterwards. Common practice, no source. */
export interface BriefTemplate {
  id: string;
  name: string;
  about: string;
  layer: Layer;
  schoolId: string;
  brief: Brief;
}

type Given = Partial<Omit<Brief, 'childrenByAge'>> & { childrenByAge?: Partial<Brief['childrenByAge']> };
const template = (id: string, name: string, about: string, layer: Layer, schoolId: string, brief: Given): BriefTemplate => ({
  id,
  name,
  about,
  layer,
  schoolId,
  brief: BriefSchema.parse(brief),
});

export const TEMPLATES: readonly BriefTemplate[] = [
  template(
    'every-day',
    'Every day, in a pocket',
    'One person in a town, help within minutes, a kit thin enough to be carried.',
    'pocket',
    'bleeding-only',
    {
      persons: 2,
      hoursToCare: 0.2,
      penetrating: true,
    },
  ),
  template(
    'car',
    'Car or van',
    'A vehicle on ordinary roads: collisions, strangers to help, summer heat.',
    'afloat',
    'one-piece-at-a-time',
    {
      persons: 4,
      hoursToCare: 0.4,
      threats: ['vehicle', 'burn'],
      dark: true,
      staysPut: true,
      dayToDay: true,
    },
  ),
  template(
    'day-walk',
    'Day walk in a group',
    'A few hours on foot; falls, weather, an hour or two to help.',
    'worn',
    'one-piece-at-a-time',
    {
      persons: 6,
      hoursToCare: 2,
      threats: ['fall', 'bites'],
      coldWet: true,
      dayToDay: true,
    },
  ),
  template(
    'days-out',
    'Several days, far from help',
    'Beyond the road and the phone; dressings are changed, weight is carried.',
    'worn',
    'remote',
    {
      persons: 4,
      hoursToCare: 36,
      daysOut: 7,
      threats: ['fall', 'burn', 'bites'],
      coldWet: true,
      dark: true,
      dayToDay: true,
      dosesPerDay: 1,
      phoneCover: false,
      remoteAdvice: true,
      training: 'trauma',
    },
  ),
  template(
    'workshop',
    'Workshop with machines',
    'Saws, presses and flying chips; many hands, an ambulance in a quarter of an hour.',
    'base',
    'committee-first',
    {
      persons: 12,
      hoursToCare: 0.25,
      penetrating: true,
      threats: ['machinery', 'eye', 'burn'],
      staysPut: true,
      dayToDay: true,
      strangers: true,
    },
  ),
  template(
    'safety-boat',
    'Safety boat near a shore',
    'Wet crews, propellers, cold water; minutes to a slipway, more to a hospital.',
    'afloat',
    'committee-first',
    {
      persons: 8,
      helpers: 2,
      hoursToCare: 0.75,
      threats: ['machinery', 'drowning'],
      coldWet: true,
      staysPut: true,
      training: 'trauma',
    },
  ),
  template(
    'event',
    'Sports ground or open event',
    'Many people for a day, known carers, the gate is open for an ambulance.',
    'base',
    'committee-first',
    {
      persons: 60,
      casualties: 3,
      helpers: 4,
      hoursToCare: 0.3,
      threats: ['fall', 'cardiac', 'allergic'],
      staysPut: true,
      dayToDay: true,
      training: 'trauma',
    },
  ),
  template(
    'wall-box',
    'Wall box that strangers may open',
    'A public place: whoever is there opens it, and has to understand it.',
    'base',
    'bleeding-only',
    {
      persons: 40,
      casualties: 2,
      hoursToCare: 0.2,
      penetrating: true,
      staysPut: true,
      strangers: true,
      training: 'untrained',
    },
  ),
  template(
    'household',
    'Household with children',
    'Kitchen, garden and small people: mostly little things, now and then a bad one.',
    'base',
    'low-gunshot',
    {
      persons: 4,
      hoursToCare: 0.3,
      childrenByAge: { small: 1, older: 1 },
      threats: ['burn', 'fall', 'bites'],
      staysPut: true,
      dayToDay: true,
      training: 'untrained',
    },
  ),
  template('checked', 'Travel through security checks', 'Nothing sharp, nothing that is taken away at a gate.', 'pocket', 'shoestring', {
    persons: 2,
    hoursToCare: 0.3,
    securityChecks: true,
    standsAlone: false,
  }),
  template('woods', 'Felling and cutting wood', 'Chainsaws alone or in pairs, poor ground, poor cover.', 'worn', 'one-piece-at-a-time', {
    persons: 2,
    hoursToCare: 1.5,
    penetrating: true,
    threats: ['machinery', 'fall', 'eye'],
    coldWet: true,
    phoneCover: false,
  }),
];
