import type { Role } from '@ivrak/contract';
import { ActionIcon, useComputedColorScheme, useMantineColorScheme } from '@mantine/core';
import { IconBulbOff, IconMoon, IconSettings, IconSun } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { Link, NavLink, useMatch } from 'react-router';
import { useSettings } from '../data/queries.ts';
import { useMe } from '../sharing/queries.ts';
import { useLamp } from '../theme/lamp.ts';
import { UseButton } from '../use/UseButton.tsx';
import { isFor, type Screen } from './screen.ts';
import { SCREENS } from './screens.ts';
import css from './shell.module.css';

const IN_BAR = SCREENS.filter(({ inBar }) => inBar);

export function TopBar() {
  const { role, isHere } = useMe();
  const isShared = useSettings().data?.isShared === true;
  const places = placesFor(role, isHere);
  const kitId = useMatch('/kits/:id/*')?.params.id;
  const isMuster = useMatch('/') !== null;
  const isDay = useMatch('/day') !== null;
  return (
    <header className={isMuster ? clsx(css.topBar, css.isMuster, 'no-print') : clsx(css.topBar, 'no-print')}>
      <a className={css.skipLink} href="#main">
        Skip to the page
      </a>
      <Link to="/" className={css.wordmark} aria-label="Ivrak, to Muster">
        IVRAK
      </Link>
      <nav className={css.topPlaces} aria-label="Main">
        {places.map(({ path, name }) => (
          <NavLink key={path} to={path} end={path === '/'}>
            {name}
          </NavLink>
        ))}
      </nav>
      {isHere && isShared && (
        <Link to="/settings" className={css.sharedMark}>
          Phones let in
        </Link>
      )}
      <button type="button" className={css.findButton} onClick={openPalette}>
        <span>Find anything</span>
        <kbd>Ctrl K</kbd>
      </button>
      <ThemeSwitch />
      <ActionIcon
        component={Link}
        to="/settings"
        variant="transparent"
        className={clsx(css.topIcon, css.topSettings)}
        aria-label="Settings"
      >
        <IconSettings size={20} />
      </ActionIcon>
      {role !== 'reader' && <UseButton kitId={kitId} isHiddenOnPhone={isMuster || isDay} />}
    </header>
  );
}

/** A phone of the crew is one person's: their day comes first. */
function placesFor(role: Role, isHere: boolean): Screen[] {
  const only = (path: string) => SCREENS.filter((screen) => screen.path === path);
  if (role === 'reader') return only('/crew/sheet');
  return [...(isHere ? [] : only('/day')), ...IN_BAR.filter((screen) => isFor(screen, role))];
}

/** The palette is loaded after the first screen. */
const openPalette = () => void import('@mantine/spotlight').then(({ spotlight }) => spotlight.open());

function ThemeSwitch() {
  const { setColorScheme } = useMantineColorScheme();
  const isDusk = useComputedColorScheme('light') === 'dark';
  const { isRed, set } = useLamp();
  return (
    <ActionIcon
      variant="transparent"
      className={css.topIcon}
      aria-label={isRed ? 'Switch the red lamp off' : isDusk ? 'Switch to day' : 'Switch to dusk'}
      onClick={() => (isRed ? set(false) : setColorScheme(isDusk ? 'light' : 'dark'))}
    >
      {isRed ? <IconBulbOff size={20} /> : isDusk ? <IconSun size={20} /> : <IconMoon size={20} />}
    </ActionIcon>
  );
}
