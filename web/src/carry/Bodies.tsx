import { carryCheck } from '@ivrak/core/kit';
import { type CarryKit, type LoadoutView, missingBearer } from '@ivrak/core/loadout';
import { isAtHand, type Loadout, type Position, showWay } from '@ivrak/core/model';
import { clsx } from 'clsx';
import { type KeyboardEvent, type Ref, useEffect, useRef, useState } from 'react';
import { containerOf, useCatalog } from '../data/catalog.ts';
import { grams, mm } from '../drawing/figures.ts';
import css from './bodies.module.css';
import { type Moving, moving, type Place, SHEET, SPOTS } from './bodies.ts';
import type { CarryData } from './carryData.ts';
import { showSeconds } from './lanes.ts';

interface BodiesProps {
  carryData: CarryData;
  loadout: Loadout;
  view: LoadoutView | null;
  letters: ReadonlyMap<string, string>;
  change: (next: Partial<Loadout>) => void;
}

/** Beside the figure, places that are at hand stand below each other. */
const BESIDE = { x: 320, y: 46, step: 34 };

/** Front and back of a body and what is at hand beside it. A kit is pressed, carried by arrow keys or pointer, and put down. */
export function Bodies({ carryData, loadout, view, letters, change }: BodiesProps) {
  const positions = useCatalog((state) => state.positions);
  const [held, setHeld] = useState<Moving>(null);
  const overButton = useRef<HTMLButtonElement>(null);
  const here = loadout.kits.filter(isAtHand);
  const kitOf = (id: string) => carryData.kits.find((kit) => kit.id === id);
  const at = (one: Loadout['kits'][number]) => one.positionId ?? kitOf(one.kitId)?.positionId ?? '';
  const usable = positions.filter(
    (position) => missingBearer(position, loadout.bearers) === null || here.some((one) => at(one) === position.id),
  );
  const places = placesOf(
    usable.filter((position) => position.spot !== null || held !== null || here.some((one) => at(one) === position.id)),
  );
  useEffect(() => {
    if (held !== null) overButton.current?.focus();
  }, [held]);
  const putDown = (positionId: string) => {
    if (held === null) return;
    const usual = kitOf(held.kitId)?.positionId;
    change({
      kits: loadout.kits.map((one) => (one.kitId === held.kitId ? { ...one, positionId: positionId === usual ? null : positionId } : one)),
    });
    setHeld(null);
  };
  const handleKey = (event: KeyboardEvent) => {
    if (held === null) return;
    if (event.key === 'Escape') setHeld(moving(held, { do: 'cancel' }));
    else if (event.key.startsWith('Arrow')) setHeld(moving(held, { do: 'key', key: event.key, places }));
    else return;
    event.preventDefault();
  };
  const heldKit = held === null ? undefined : kitOf(held.kitId);
  return (
    <div className={css.bodies} role="group" aria-label="Where the kits are" onKeyDown={handleKey}>
      <svg viewBox={`0 0 ${SHEET.wide} ${SHEET.high}`} className={css.figures} aria-hidden="true">
        <Body x={79} isBack={false} />
        <Body x={222} isBack />
      </svg>
      {places.map((place) => {
        const own = here.filter((one) => at(one) === place.id).map(({ kitId }) => kitId);
        const name = usable.find(({ id }) => id === place.id)?.name ?? place.id;
        return held === null ? (
          <KitsThere
            key={place.id}
            place={place}
            name={name}
            kits={own.map((id) => ({ id, name: kitOf(id)?.name ?? id, letter: letters.get(id), why: whyOf(view, id) }))}
            pickUp={(kitId) => setHeld(moving(null, { do: 'pickUp', kitId, from: place.id }))}
          />
        ) : (
          <PutDown
            key={place.id}
            ref={held.over === place.id ? overButton : undefined}
            place={place}
            name={name}
            letters={own.map((id) => letters.get(id)).join(' ')}
            isOver={held.over === place.id}
            putDown={() => putDown(place.id)}
            enter={() => setHeld(moving(held, { do: 'over', place: place.id }))}
          />
        );
      })}
      {held === null && <BesideNames places={places} usable={usable} own={(id) => here.filter((one) => at(one) === id).length} />}
      <span className={css.bodyName} style={{ left: 79 }}>
        Front
      </span>
      <span className={css.bodyName} style={{ left: 222 }}>
        Back
      </span>
      <p className={clsx(css.line, 'small')} role="status">
        {held === null || heldKit === undefined ? (
          <FartherOff loadout={loadout} view={view} letters={letters} />
        ) : (
          <Suits kit={heldKit} position={usable.find(({ id }) => id === held.over)} />
        )}
      </p>
    </div>
  );
}

const whyOf = (view: LoadoutView | null, kitId: string) => view?.kits.find((one) => one.kitId === kitId)?.why ?? null;

interface PutDownProps {
  ref: Ref<HTMLButtonElement> | undefined;
  place: Place;
  name: string;
  letters: string;
  isOver: boolean;
  putDown: () => void;
  enter: () => void;
}

function PutDown({ ref, place: { x, y }, name, letters, isOver, putDown, enter }: PutDownProps) {
  const isBeside = x >= BESIDE.x;
  return (
    <button
      ref={ref}
      type="button"
      className={clsx(css.bodyPlace, isOver && css.isOver, isBeside && css.isBeside)}
      style={{ left: x, top: y }}
      aria-label={`Put it down: ${name}`}
      onClick={putDown}
      onPointerEnter={enter}
    >
      {isBeside ? name : letters}
    </button>
  );
}

interface KitsThereProps {
  place: Place;
  name: string;
  /** `why`: why a kit does not stay there; null: it does. */
  kits: readonly { id: string; name: string; letter: string | undefined; why: string | null }[];
  pickUp: (kitId: string) => void;
}

function KitsThere({ place: { x, y }, name, kits, pickUp }: KitsThereProps) {
  return kits.map((kit, index) => (
    <button
      key={kit.id}
      type="button"
      className={clsx(css.bodyKit, kit.why !== null && css.isAway)}
      style={{ left: x + index * 30, top: y }}
      aria-label={`Move ${kit.name}, ${name.toLowerCase()}`}
      title={`${kit.name}: ${name.toLowerCase()}${kit.why === null ? '' : `, ${kit.why}`}`}
      onClick={() => pickUp(kit.id)}
    >
      {kit.letter}
    </button>
  ));
}

function placesOf(usable: readonly Position[]): Place[] {
  const beside = usable.filter(({ spot }) => spot === null);
  return usable.map(({ id, spot }) => {
    if (spot !== null) return { id, x: SPOTS[spot].x, y: SPOTS[spot].y };
    return { id, x: BESIDE.x, y: BESIDE.y + BESIDE.step * beside.findIndex((one) => one.id === id) };
  });
}

function BesideNames({ places, usable, own }: { places: readonly Place[]; usable: readonly Position[]; own: (id: string) => number }) {
  return places
    .filter(({ x }) => x >= BESIDE.x)
    .map(({ id, x, y }) => (
      <span key={id} className={clsx(css.bodyBeside, 'small')} style={{ left: x + 18 + 30 * (own(id) - 1), top: y }}>
        {usable.find((one) => one.id === id)?.name}
      </span>
    ));
}

/** What is not at hand: how far off, in seconds. */
function FartherOff({ loadout, view, letters }: { loadout: Loadout; view: LoadoutView | null; letters: ReadonlyMap<string, string> }) {
  const far = loadout.kits.filter((one) => !isAtHand(one));
  if (loadout.kits.length === 0) return null;
  if (far.length === 0) return <>All of it is at hand. Press a kit to move it.</>;
  return (
    <>
      Farther off:{' '}
      {far.map(({ kitId, isBrought, ...way }, index) => (
        <span key={kitId}>
          {index > 0 && ', '}
          <b>{letters.get(kitId)}</b> {showWay(way)}
          {isBrought ? ', brought' : ''} ({showSeconds(view?.kits.find((one) => one.kitId === kitId)?.fetchS ?? 0)})
        </span>
      ))}
    </>
  );
}

/** Whether the kit that is held would be comfortable at a place, in words. */
function Suits({ kit, position }: { kit: CarryKit; position: Position | undefined }) {
  if (position === undefined) return null;
  const container = containerOf(kit.containerId);
  const words: string[] = [];
  if (container !== undefined && kit.thicknessMm !== null) {
    const packed = { thicknessMm: kit.thicknessMm - container.wallMm };
    const check = carryCheck(container, position, packed, kit.massG);
    const isFilm = container.make === 'flatBag' || container.make === 'vacuumRoll' || container.make === 'bundle';
    if (check.overMm > 0) words.push(`${mm(check.overMm)} too thick`);
    if (!check.outlineFits && !isFilm) words.push('too wide or too high');
    if (check.massOverG > 0) words.push(`${grams(check.massOverG)} more than is comfortable`);
  }
  const doubt = kit.thicknessMm === null ? 'not packed yet, so its thickness is not known' : null;
  return (
    <>
      {kit.name} over <b>{position.name.toLowerCase()}</b>: {words.length > 0 ? words.join(', ') : (doubt ?? 'it suits')}
      {position.isSeen ? '; others see it' : ''}. Arrows, Enter; Esc leaves it where it was.
    </>
  );
}

/** A plain figure of our own, seen from the front or from behind. */
function Body({ x, isBack }: { x: number; isBack: boolean }) {
  return (
    <g transform={`translate(${x} 0)`} className={css.bodyFigure}>
      <ellipse cx={0} cy={26} rx={13} ry={16} />
      <path d="M-7 41 L-7 47 C-22 49 -30 52 -31 60 L-40 118 L-34 120 L-24 74 L-22 116 L-24 160 L-20 220 L-6 220 L-3 160 L0 128 L3 160 L6 220 L20 220 L24 160 L22 116 L24 74 L34 120 L40 118 L31 60 C30 52 22 49 7 47 L7 41 Z" />
      {isBack ? (
        <path className={css.bodyLine} d="M0 52 L0 112 M-16 128 C-8 134 -3 132 0 126 C3 132 8 134 16 128" />
      ) : (
        <path className={css.bodyLine} d="M-12 60 C-6 66 6 66 12 60 M-22 116 L22 116" />
      )}
    </g>
  );
}
