import { clsx } from 'clsx';
import { Outlet, useNavigate, useParams } from 'react-router';
import { useSettings } from '../data/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { useKeys } from '../ui/useKeys.ts';
import { ConflictDialog } from './ConflictDialog.tsx';
import { redo, undo } from './draftStore.ts';
import { nextSeed } from './fitClient.ts';
import { KitBar } from './KitBar.tsx';
import { KitProvider, useKit } from './KitContext.tsx';
import { KitFoot } from './KitFoot.tsx';
import css from './kit.module.css';
import { RungPanel } from './RungPanel.tsx';
import { Spine } from './Spine.tsx';
import { useOpenRung } from './useOpenRung.ts';

/** The frame of every kit screen: kit bar, spine, the step itself, and the bottom line. */
export function KitFrame() {
  const { id = '' } = useParams();
  const settings = useSettings();
  if (settings.data === undefined) return <Blank label="Opening the kit" />;
  return (
    <KitProvider
      key={id}
      id={id}
      today={settings.data.today}
      loading={<Blank label="Opening the kit" />}
      failed={(error) => <Failure error={error} />}
    >
      <Frame />
    </KitProvider>
  );
}

function Frame() {
  const { kit, packing } = useKit();
  const navigate = useNavigate();
  const { open } = useOpenRung();
  const step = (name: string) => () => void navigate(`/kits/${kit.id}/${name}`);
  useKeys({
    z: undo,
    Z: redo,
    p: () => packing.pack(nextSeed(packing.result?.seed)),
    m: () => open('M'),
    a: () => open('A'),
    r: () => open('R'),
    c: () => open('C'),
    h: () => open('H'),
    s: () => open('S'),
    d: () => open('D'),
    'g 1': step('brief'),
    'g 2': step('bench'),
    'g 3': step('fit'),
    'g 4': step('stage'),
  });
  return (
    <div className={clsx(css.frame, 'print-open')}>
      <KitBar />
      <div className={clsx(css.body, 'print-open')}>
        <Spine />
        <Outlet />
        <RungPanel />
      </div>
      <KitFoot />
      <ConflictDialog />
    </div>
  );
}
