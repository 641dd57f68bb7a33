import '@mantine/spotlight/styles.css';
import { Spotlight, type SpotlightActionData } from '@mantine/spotlight';
import { useNavigate } from 'react-router';
import { useKits } from '../data/queries.ts';

const SCREENS = [
  { label: 'Muster', description: 'every kit and what to do next', to: '/' },
  { label: 'Carry', description: 'loadouts, seconds to hand', to: '/carry' },
  { label: 'Take list', description: 'what to take when leaving', to: '/carry/take' },
  { label: 'Week', description: 'who has which loadout on which day', to: '/carry/week' },
  { label: 'Crew', description: 'who carries what, who is trained, where kits are kept', to: '/crew' },
  { label: 'Planning values', description: 'the numbers that seconds to hand are made of', to: '/carry/values' },
  { label: 'Stores', description: 'spares, intake, practice', to: '/stores' },
  { label: 'Restock', description: 'what is missing and where it comes from', to: '/restock' },
  { label: 'Buy', description: 'what to order where, at the least outlay', to: '/buy' },
  { label: 'Upkeep', description: 'what lapses when', to: '/upkeep' },
  { label: 'Schools', description: 'what comes first, disputes, adjusted copies', to: '/schools' },
  { label: 'Kinds', description: 'the catalogue, own kinds, tables in and out', to: '/kinds' },
  { label: 'Containers and places', description: 'measured pouches and pockets, a ruler to print', to: '/places' },
  { label: 'Log a use', description: 'write down what was used', to: '/use' },
  { label: 'Settings', description: 'export, import, who you are', to: '/settings' },
];

/** Ctrl K: any screen, any kit. */
export function Palette() {
  const navigate = useNavigate();
  const kits = useKits().data?.kits ?? [];
  const screens: SpotlightActionData[] = SCREENS.map(({ to, ...action }) => ({ id: to, ...action, onClick: () => navigate(to) }));
  const perKit = kits.flatMap((kit): SpotlightActionData[] =>
    [
      { step: 'bench', said: 'lay things out' },
      { step: 'brief', said: 'who, where, how far' },
      { step: 'fit', said: 'pack it' },
      { step: 'stage', said: 'make it ready, print it, weigh it' },
      { step: 'compare', said: 'side by side, ready-made and published lists' },
    ].map(({ step, said }) => ({
      id: `${kit.id}-${step}`,
      label: `${kit.name}: ${step}`,
      description: said,
      onClick: () => navigate(`/kits/${kit.id}/${step}`),
    })),
  );
  return (
    <Spotlight
      actions={[...screens, ...perKit]}
      shortcut={['mod + K']}
      nothingFound="Nothing by that name"
      searchProps={{ placeholder: 'Screen or kit', 'aria-label': 'Find anything' }}
      scrollable
      maxHeight={420}
      transitionProps={{ duration: 0 }}
    />
  );
}
