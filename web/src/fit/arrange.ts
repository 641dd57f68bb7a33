import { type FitItem, type FitResult, laysOf, type PlacedItem } from '@ivrak/core/fit';
import type { Container, KitDraft, Lock } from '@ivrak/core/model';
import { mm, size as sizeText } from '../drawing/figures.ts';

/** What can be refused, in words for the person who tried it. */
export type Arranged = { ok: true; draft: KitDraft } | { ok: false; reason: string };

export interface Scene {
  draft: KitDraft;
  container: Container;
  result: FitResult;
  items: readonly FitItem[];
}

/** Where a thing lies: where it was locked, for the packing that is shown may still be the one from before. */
function placedOf({ draft, result }: Scene, id: string): PlacedItem | undefined {
  const lock = draft.fit.locks[id];
  if (lock !== undefined) return { ...lock, id, folded: lock.folded ?? false };
  return result.placed.find((box) => box.id === id);
}
const withLock = (draft: KitDraft, id: string, lock: Lock | null): KitDraft => {
  const { [id]: _, ...others } = draft.fit.locks;
  return { ...draft, fit: { ...draft.fit, locks: lock === null ? others : { ...others, [id]: lock } } };
};
const lockOf = ({ id: _, ...box }: PlacedItem): Lock => box;
const FILM = 'Film and bands take their shape from what they hold: nothing can be locked in them.';
const isFilm = ({ container }: Scene): boolean => container.make !== 'soft' && container.make !== 'rigid';
const refused = (reason: string): Arranged => ({ ok: false, reason });

/** Keeps a thing where it lies, or lets it go again. */
export function toggleLock(scene: Scene, id: string): Arranged {
  if (isFilm(scene)) return refused(FILM);
  const box = placedOf(scene, id);
  if (box === undefined) return refused('What is left out cannot be locked.');
  const isLocked = scene.draft.fit.locks[id] !== undefined;
  return { ok: true, draft: withLock(scene.draft, id, isLocked ? null : lockOf(box)) };
}

/** Holds a thing to its compartment, wherever it comes to lie there, or lets it go again. */
export function togglePin(scene: Scene, id: string): Arranged {
  const box = placedOf(scene, id);
  if (box === undefined) return refused('What is left out cannot be pinned.');
  const { [id]: pinned, ...others } = scene.draft.fit.pins;
  const pins = pinned === undefined ? { ...others, [id]: box.compartment } : others;
  return { ok: true, draft: { ...scene.draft, fit: { ...scene.draft.fit, pins } } };
}

/** Free, folded whatever happens, never folded, and round again. */
export function nextFold(scene: Scene, id: string): Arranged {
  const item = scene.items.find((candidate) => candidate.id === id);
  if (item?.foldable !== true) return refused('This does not fold.');
  const { [id]: fold, ...others } = scene.draft.fit.folds;
  const folds = fold === undefined ? { ...others, [id]: true } : fold ? { ...others, [id]: false } : others;
  return { ok: true, draft: withLock({ ...scene.draft, fit: { ...scene.draft.fit, folds } }, id, null) };
}

const apart = (a: { xMm: number; yMm: number; wMm: number; hMm: number }, b: typeof a): boolean =>
  a.xMm >= b.xMm + b.wMm || b.xMm >= a.xMm + a.wMm || a.yMm >= b.yMm + b.hMm || b.yMm >= a.yMm + a.hMm;

const clamp = (value: number, most: number): number => Math.max(0, Math.min(Math.round(value * 10) / 10, most));

/**
 * Lays a thing down at a place and locks it there: against the back wall, or on what else is locked under it. The rest is
 * packed anew around it.
 */
export function layDown(
  scene: Scene,
  id: string,
  to: { compartment: string; slot?: string | undefined; xMm: number; yMm: number },
  turned?: Lock,
): Arranged {
  if (isFilm(scene)) return refused(FILM);
  const box = placedOf(scene, id);
  const room = scene.container.compartments.find((one) => one.id === to.compartment);
  if (room === undefined) return refused('There is no such compartment.');
  const item = scene.items.find((candidate) => candidate.id === id);
  const lay = item === undefined ? undefined : laysOf(item, scene.draft.fit.press)[0];
  const size = turned ?? box ?? (lay === undefined ? undefined : { wMm: lay.w / 10, hMm: lay.h / 10, dMm: lay.d / 10, folded: lay.folded });
  if (size === undefined) return refused('This thing is not known here.');
  const slot = room.slots?.find((one) => one.id === to.slot);
  if ((room.slots?.length ?? 0) > 0 && slot === undefined) return refused('Put it into one of the slots.');
  const wide = slot === undefined ? room.wMm : slot.wMm + (slot.stretchMm ?? 0);
  const high = slot === undefined ? room.hMm : slot.hMm + (slot.stickOutMm ?? 0);
  const deep = slot === undefined ? Math.max(room.dMm, room.maxDMm ?? 0) : slot.dMm;
  if (size.wMm > wide + 0.05 || size.hMm > high + 0.05)
    return refused(`It does not go in there this way: ${sizeText(size.wMm, size.hMm)} into ${sizeText(wide, high)}.`);
  const at = { xMm: clamp(to.xMm, wide - size.wMm), yMm: clamp(to.yMm, high - size.hMm), wMm: size.wMm, hMm: size.hMm };
  const under = Object.entries(scene.draft.fit.locks).filter(
    ([other, lock]) => other !== id && lock.compartment === room.id && lock.slot === slot?.id && !apart(at, lock),
  );
  if (slot !== undefined && under.length > 0) return refused('That slot is taken by a locked thing.');
  const zMm = under.reduce((top, [, lock]) => Math.max(top, lock.zMm + lock.dMm), 0);
  if (zMm + size.dMm > deep + 0.05) return refused(`On what is locked there it would be ${mm(zMm + size.dMm - deep)} too thick.`);
  const lock: Lock = {
    compartment: room.id,
    ...(slot === undefined ? {} : { slot: slot.id }),
    ...at,
    zMm,
    dMm: size.dMm,
    folded: size.folded ?? false,
  };
  return { ok: true, draft: withLock(scene.draft, id, lock) };
}

/** Moves a thing by so much within its compartment, and locks it where it comes to lie. */
export function nudge(scene: Scene, id: string, dx: number, dy: number): Arranged {
  const box = placedOf(scene, id);
  if (box === undefined) return refused('What is left out cannot be moved.');
  return layDown(scene, id, { compartment: box.compartment, slot: box.slot, xMm: box.xMm + dx, yMm: box.yMm + dy });
}

/** The next way in which it may lie, with its corner where it is. */
export function turn(scene: Scene, id: string): Arranged {
  const box = placedOf(scene, id);
  const item = scene.items.find((candidate) => candidate.id === id);
  if (box === undefined || item === undefined) return refused('What is left out cannot be turned.');
  const lays = laysOf(item, scene.draft.fit.press);
  const same = (lay: (typeof lays)[number]) =>
    Math.abs(lay.w / 10 - box.wMm) < 0.3 && Math.abs(lay.h / 10 - box.hMm) < 0.3 && Math.abs(lay.d / 10 - box.dMm) < 0.3;
  const now = lays.findIndex(same);
  for (let step = 1; step < lays.length; step += 1) {
    const lay = lays[(now + step) % lays.length];
    if (lay === undefined) break;
    const turned: Lock = { ...lockOf(box), wMm: lay.w / 10, hMm: lay.h / 10, dMm: lay.d / 10, folded: lay.folded };
    const done = layDown(scene, id, box, turned);
    if (done.ok) return done;
  }
  return refused('It goes in there this way only.');
}

/** Moves a thing to another compartment and pins it there; where it lies there is left to the packing. */
export function moveTo(scene: Scene, id: string, compartment: string): Arranged {
  const { draft } = scene;
  return { ok: true, draft: withLock({ ...draft, fit: { ...draft.fit, pins: { ...draft.fit.pins, [id]: compartment } } }, id, null) };
}

/** Lets everything go that was locked, pinned or folded by hand. */
export const letGoOfAll = (draft: KitDraft): KitDraft => ({ ...draft, fit: { ...draft.fit, locks: {}, pins: {}, folds: {} } });
export const heldCount = ({ fit }: KitDraft): number =>
  new Set([...Object.keys(fit.locks), ...Object.keys(fit.pins), ...Object.keys(fit.folds)]).size;
