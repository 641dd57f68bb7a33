import { CONDITION_NAMES, isGoodOn, type PlacedUnit, type PlainDate, showDate } from '@ivrak/core/model';
import { Button, Menu, Modal, TextInput } from '@mantine/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { memo, useLayoutEffect, useRef, useState } from 'react';
import { catalogNow } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { type MusteredKit, useRefresh } from '../data/queries.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import parts from '../ui/parts.module.css';
import { useIsPhone } from '../ui/phone.ts';
import { SortHead } from '../ui/SortHead.tsx';
import { type Order, useSorted } from '../ui/sorted.ts';
import css from './stores.module.css';

export interface StoresSaid {
  text: string;
  isError: boolean;
}

interface UnitTableProps {
  units: readonly PlacedUnit[];
  kits: readonly MusteredKit[];
  today: PlainDate;
  label: string;
  say: (said: StoresSaid) => void;
  /** What scrolls: only the rows in sight are made. */
  scroller: HTMLElement;
}

const COLUMNS = {
  kind: ({ kind }: PlacedUnit) => catalogNow().get(kind)?.name ?? kind,
  count: ({ count }: PlacedUnit) => count,
  lot: ({ lot }: PlacedUnit) => lot,
  expires: ({ expiresOn }: PlacedUnit) => expiresOn,
  condition: ({ condition }: PlacedUnit) => CONDITION_NAMES[condition],
};

const SOONEST_FIRST: Order<keyof typeof COLUMNS> = { column: 'expires', isDown: false };

const ROW_HEIGHT = 53;
/** On a phone a unit takes two lines; the style sheet says the same. */
const NARROW_ROW_HEIGHT = 96;

/** A table of units; of thousands, only the rows in sight are made. */
export function UnitTable({ units: came, kits, today, label, say, scroller }: UnitTableProps) {
  const place = useRef<HTMLTableElement>(null);
  const { rows: units, sorting } = useSorted(came, COLUMNS, SOONEST_FIRST);
  const [scrollMargin, setScrollMargin] = useState(0);
  const isNarrow = useIsPhone();
  useLayoutEffect(() => {
    if (place.current === null) return;
    setScrollMargin(place.current.getBoundingClientRect().top - scroller.getBoundingClientRect().top + scroller.scrollTop);
  }, [scroller]);
  const rows = useVirtualizer({
    count: units.length,
    // A row whose menu is open stays the row of its unit, wherever sorting puts it.
    getItemKey: (index) => units[index]?.id ?? index,
    getScrollElement: () => scroller,
    estimateSize: () => (isNarrow ? NARROW_ROW_HEIGHT : ROW_HEIGHT),
    overscan: 12,
    scrollMargin,
  });
  useLayoutEffect(() => rows.measure(), [isNarrow]);
  const seen = rows.getVirtualItems();
  const before = (seen[0]?.start ?? scrollMargin) - scrollMargin;
  const after = rows.getTotalSize() - ((seen.at(-1)?.end ?? scrollMargin) - scrollMargin);
  return (
    <table className={css.unitTable} aria-label={label} aria-rowcount={units.length + 1} ref={place}>
      <thead>
        <tr>
          <th scope="col">
            <span className="sr-only">Drawing</span>
          </th>
          <SortHead column="kind" label="Kind" {...sorting} />
          <SortHead column="count" label="Count" className={css.number} {...sorting} />
          <SortHead column="lot" label="Lot" {...sorting} />
          <SortHead column="expires" label="Good through" {...sorting} />
          <SortHead column="condition" label="Condition" {...sorting} />
          <th scope="col">
            <span className="sr-only">Actions</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {before > 0 && (
          <tr>
            <td colSpan={7} style={{ height: before, padding: 0 }} />
          </tr>
        )}
        {seen.map(({ index, key }) => {
          const unit = units[index];
          return unit === undefined ? null : <UnitRow key={key} unit={unit} index={index} kits={kits} today={today} say={say} />;
        })}
        {after > 0 && (
          <tr>
            <td colSpan={7} style={{ height: after, padding: 0 }} />
          </tr>
        )}
      </tbody>
    </table>
  );
}

interface UnitRowProps extends Pick<UnitTableProps, 'kits' | 'today' | 'say'> {
  unit: PlacedUnit;
  index: number;
}

/** A row as cheap as can be: hundreds go by while the list is scrolled, and the menu of one is made when it is asked for. */
const UnitRow = memo(function UnitRow({ unit, index, kits, today, say }: UnitRowProps) {
  const [hasMenu, setMenu] = useState(false);
  const kind = catalogNow().get(unit.kind);
  const isLapsed = !isGoodOn(unit.expiresOn, today);
  const name = kind?.name ?? unit.kind;
  return (
    <tr aria-rowindex={index + 2}>
      <td className={css.unitDrawing}>
        {kind?.states[0] !== undefined && <KindDrawing kind={kind} scale={Math.min(0.42, scaleToFit(kind.states[0], 40))} />}
      </td>
      <td>
        <b>{name}</b>
        <span className={clsx(parts.block, 'small muted')}>
          {unit.seller ?? 'seller not known'}
          {unit.authorised === false ? ', not authorised' : ''}
        </span>
      </td>
      <td className={clsx(css.number, 'mono')}>{unit.count}</td>
      <td className="mono">{unit.lot ?? '–'}</td>
      <td className={clsx('mono nowrap', isLapsed && 'state-gap')}>
        {unit.expiresOn === null ? (kind?.dating === 'printed' ? 'not read' : 'no date') : showDate(unit.expiresOn)}
        {isLapsed && <span className={clsx(parts.block, 'small')}>lapsed</span>}
      </td>
      <td className={unit.condition === 'ready' ? '' : 'state-gap'}>{CONDITION_NAMES[unit.condition]}</td>
      <td>
        {hasMenu ? (
          <RowMenu unit={unit} kits={kits} today={today} say={say} />
        ) : (
          <button type="button" className={css.rowButton} aria-haspopup="menu" aria-label={moveLabel(unit)} onClick={() => setMenu(true)}>
            Move
          </button>
        )}
      </td>
    </tr>
  );
});

const moveLabel = ({ kind, lot }: PlacedUnit): string =>
  `Move ${catalogNow().get(kind)?.name ?? kind}${lot === null ? '' : `, lot ${lot}`}`;

type MoveBody = { version: number; to: 'kit' | 'stores' | 'practice' | 'discarded'; kitId?: string; count?: number };

function RowMenu({ unit, kits, today, say }: Omit<UnitRowProps, 'index'>) {
  const refresh = useRefresh();
  const [isOpen, setOpen] = useState(true);
  const [isVerifying, setVerifying] = useState(false);
  const name = catalogNow().get(unit.kind)?.name ?? unit.kind;
  const tell = async (work: () => Promise<unknown>, done: string) => {
    try {
      await work();
      say({ text: done, isError: false });
    } catch (error) {
      say({ text: messageOf(error), isError: true });
    }
    await refresh();
  };
  const act = (body: Omit<MoveBody, 'version'>, done: string) =>
    tell(() => api.post('/api/units/:id/move', { params: { id: unit.id }, body: { version: unit.version, ...body } }), done);
  const canGo =
    (unit.condition === 'ready' || unit.condition === 'notStaged') && isGoodOn(unit.expiresOn, today) && unit.place === 'stores';
  return (
    <>
      <Menu position="bottom-end" opened={isOpen} onChange={setOpen}>
        <Menu.Target>
          <button type="button" className={css.rowButton} aria-label={moveLabel(unit)}>
            Move
          </button>
        </Menu.Target>
        <Menu.Dropdown>
          {canGo && <Menu.Label>One to a kit</Menu.Label>}
          {canGo &&
            kits.map((kit) => (
              <Menu.Item key={kit.id} onClick={() => void act({ to: 'kit', kitId: kit.id, count: 1 }, `${name} is in ${kit.name} now`)}>
                {kit.name}
              </Menu.Item>
            ))}
          {unit.condition === 'suspect' && <Menu.Item onClick={() => setVerifying(true)}>Mark as verified</Menu.Item>}
          {unit.place === 'stores' && (
            <Menu.Item onClick={() => void act({ to: 'practice' }, `${name} is for practice now`)}>To practice, for ever</Menu.Item>
          )}
          <Menu.Item onClick={() => void act({ to: 'discarded' }, `${name} discarded`)}>Discard</Menu.Item>
        </Menu.Dropdown>
      </Menu>
      <Verify
        name={name}
        opened={isVerifying}
        close={() => setVerifying(false)}
        verify={(reason) =>
          void tell(
            () =>
              api.patch('/api/units/:id', {
                params: { id: unit.id },
                body: { version: unit.version, condition: 'ready', reason: `verified: ${reason}` },
              }),
            `${name} marked as verified: ${reason}`,
          )
        }
      />
    </>
  );
}

interface VerifyProps {
  name: string;
  opened: boolean;
  close: () => void;
  verify: (reason: string) => void;
}

/** A suspect thing counts again only with a reason that stands in the record. */
function Verify({ name, opened, close, verify }: VerifyProps) {
  const [reason, setReason] = useState('');
  return (
    <Modal opened={opened} onClose={close} title={`Verify ${name}`}>
      <form
        className="stack"
        onSubmit={(event) => {
          event.preventDefault();
          if (reason.trim() === '') return;
          verify(reason.trim());
          close();
        }}
      >
        <p>It counts again from now on. The reason stays in the record with your name and the time.</p>
        <TextInput
          label="What was looked at"
          placeholder="stitching, rod and number compared with the maker’s list"
          maxLength={180}
          value={reason}
          onChange={(event) => setReason(event.currentTarget.value)}
        />
        <Button type="submit" disabled={reason.trim() === ''}>
          Mark as verified
        </Button>
      </form>
    </Modal>
  );
}
