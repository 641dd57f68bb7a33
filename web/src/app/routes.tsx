import { createBrowserRouter } from 'react-router';
import { Failure } from '../ui/Failure.tsx';
import { AppFrame } from './AppFrame.tsx';
import { KIT_FRAME_PATH, KIT_SCREENS } from './kitScreens.ts';
import type { Screen } from './screen.ts';
import { SCREENS } from './screens.ts';

/** Every screen is loaded when it is first opened, so that the first page stays small. */
const routeOf = ({ path, load }: Pick<Screen, 'path' | 'load'>) => ({ path, lazy: async () => ({ Component: await load() }) });

export const router = createBrowserRouter([
  {
    element: <AppFrame />,
    errorElement: <Failure />,
    children: [
      ...SCREENS.map(routeOf),
      {
        path: KIT_FRAME_PATH,
        lazy: async () => ({ Component: (await import('../kit/KitFrame.tsx')).KitFrame }),
        children: KIT_SCREENS.map(routeOf),
      },
      { path: '*', Component: Failure },
    ],
  },
]);
