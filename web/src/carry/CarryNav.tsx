import { clsx } from 'clsx';
import { NavLink } from 'react-router';
import css from './carry.module.css';

const PAGES = [
  { to: '/carry', name: 'Loadouts' },
  { to: '/carry/week', name: 'Week' },
  { to: '/carry/side-by-side', name: 'Side by side' },
  { to: '/crew', name: 'Crew' },
  { to: '/carry/values', name: 'Planning values' },
];

/** The pages of Carry, above each of them. */
export function CarryNav() {
  return (
    <nav className={clsx(css.nav, 'no-print')} aria-label="Carry">
      {PAGES.map(({ to, name }) => (
        <NavLink key={to} to={to} end>
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
