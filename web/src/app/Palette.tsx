import '@mantine/spotlight/styles.css';
import { Spotlight, type SpotlightActionData } from '@mantine/spotlight';
import { useNavigate } from 'react-router';
import { useKits } from '../data/queries.ts';
import { KIT_SCREENS } from './kitScreens.ts';
import { plainPath, SCREENS } from './screens.ts';

/** Ctrl K: any screen, any kit. */
export function Palette() {
  const navigate = useNavigate();
  const kits = useKits().data?.kits ?? [];
  const screens = SCREENS.flatMap(({ path, name, does }): SpotlightActionData[] => {
    const to = plainPath(path);
    return does === null ? [] : [{ id: to, label: name, description: does, onClick: () => navigate(to) }];
  });
  const perKit = kits.flatMap((kit) =>
    KIT_SCREENS.map(
      ({ path, name, does }): SpotlightActionData => ({
        id: `${kit.id}-${path}`,
        label: `${kit.name}: ${name.toLowerCase()}`,
        description: does ?? '',
        onClick: () => navigate(`/kits/${kit.id}/${path}`),
      }),
    ),
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
