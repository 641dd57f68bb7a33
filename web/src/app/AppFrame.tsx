import { clsx } from 'clsx';
import { Suspense, useEffect, useState } from 'react';
import { matchPath, Navigate, Outlet, ScrollRestoration, useLocation, useNavigate } from 'react-router';
import { ApiError, messageOf } from '../data/client.ts';
import { useCatalogQuery, useSettings } from '../data/queries.ts';
import parts from '../ui/parts.module.css';
import { late, untilItComes } from '../ui/untilItComes.ts';
import { useKeys } from '../ui/useKeys.ts';
import { FirstRun } from './FirstRun.tsx';
import { isFor } from './screen.ts';
import { SCREENS } from './screens.ts';
import css from './shell.module.css';
import { TopBar } from './TopBar.tsx';
import { useKeysHelp } from './useKeysHelp.ts';

const BARE = SCREENS.filter(({ isBare }) => isBare).map(({ path }) => path);

/** None of these is needed before the first screen stands. */
const Palette = late(async () => (await import('./Palette.tsx')).Palette);
const ClockWarning = late(async () => (await import('./ClockWarning.tsx')).ClockWarning);
const AwayMark = late(async () => (await import('./AwayMark.tsx')).AwayMark);
const PairHere = late(async () => (await import('../sharing/PairPage.tsx')).PairHere);
const TrustPage = late(async () => (await import('../sharing/TrustPage.tsx')).TrustPage);
const KeysHelp = late(async () => (await import('./KeysHelp.tsx')).KeysHelp);

/** What every screen shares: the caution before anything else, the top bar, the palette and the keys. */
export function AppFrame() {
  const settings = useSettings();
  const catalog = useCatalogQuery();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const help = useKeysHelp();
  const isQuiet = useQuiet();
  const isPaired = settings.data?.me.isHere === false;
  useEffect(() => {
    // A phone goes where the machine is not; the machine itself is always there.
    if (isQuiet && isPaired) void untilItComes(() => import('../away/withoutServer.ts')).then(({ keepWithinReach }) => keepWithinReach());
  }, [isQuiet, isPaired]);
  useKeys({
    '?': help.open,
    ...Object.fromEntries(SCREENS.flatMap(({ key, path }) => (key === undefined ? [] : [[`g ${key}`, () => navigate(path)]]))),
  });
  // Once a screen stands, a server that goes away takes nothing from it: what is being written there must not be lost.
  if (settings.isLoadingError && settings.error instanceof ApiError && settings.error.status === UNPAIRED)
    return <Unpaired path={pathname} />;
  if (settings.isLoadingError) return <ServerGone error={settings.error} retry={() => void settings.refetch()} />;
  if (settings.data === undefined || catalog.isPending) return <div className={clsx(css.appFrame, 'print-open')} aria-busy="true" />;
  if (settings.data.cautionReadAt === null) return <FirstRun />;
  const screen = SCREENS.find(({ path }) => matchPath(path, pathname) !== null);
  const { role } = settings.data.me;
  // What a reader is not shown leads to what is theirs.
  if (role === 'reader' && (screen === undefined || !isFor(screen, role))) return <Navigate to="/crew/sheet" replace />;
  const isBare = BARE.some((path) => matchPath(path, pathname) !== null);
  return (
    <div className={clsx(css.appFrame, 'print-open')}>
      {!isBare && <TopBar />}
      <Suspense fallback={null}>
        {isQuiet && <ClockWarning />}
        {isQuiet && <AwayMark />}
      </Suspense>
      <Outlet />
      {/* A screen begins at its top, and is found again where it was left. */}
      <ScrollRestoration getKey={({ pathname }) => pathname} />
      <Suspense fallback={null}>
        {isQuiet && <Palette />}
        {help.opened && <KeysHelp {...help} />}
      </Suspense>
    </div>
  );
}

const UNPAIRED = 401;

/** A device that is not known here is let see nothing but the way in. */
function Unpaired({ path }: { path: string }) {
  return <Suspense fallback={null}>{path === '/trust' ? <TrustPage /> : <PairHere />}</Suspense>;
}

/** True as soon as the first screen is drawn and nothing waits; what is not needed before that is loaded then. */
function useQuiet(): boolean {
  const [isQuiet, setQuiet] = useState(false);
  useEffect(() => {
    const wait = requestIdleCallback(
      () => {
        setQuiet(true);
        // What was logged while the server was away is sent from any screen.
        void untilItComes(() => import('../use/useLog.ts'));
        void untilItComes(() => import('../data/live.ts')).then(({ listenForChanges }) => listenForChanges());
      },
      { timeout: 3000 },
    );
    return () => cancelIdleCallback(wait);
  }, []);
  return isQuiet;
}

function ServerGone({ error, retry }: { error: unknown; retry: () => void }) {
  return (
    <main className={parts.noticePage}>
      <h1>The server does not answer</h1>
      <p>{messageOf(error)}</p>
      <p>Start it again with “npm start”; nothing that was saved is lost.</p>
      <button type="button" className="link-button" onClick={retry}>
        Try again
      </button>
    </main>
  );
}
