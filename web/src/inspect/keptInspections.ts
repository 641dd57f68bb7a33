import type { Inspection, InspectionAnswer } from '@ivrak/core/model';
import { laterAnswers } from '@ivrak/core/upkeep';
import { create } from 'zustand';
import { type Answer, ApiError, api } from '../data/client.ts';

/** An inspection that was made while the machine was away, until the machine has it. */
export interface KeptInspection extends Pick<Inspection, 'id' | 'kitId' | 'startedAt' | 'answers'> {
  isFinished: boolean;
}

type Became = Answer<'post', '/api/kits/:id/inspections/late'>;

interface KeptState {
  /** By kit. */
  kept: Readonly<Record<string, KeptInspection>>;
  /** Of those that went out, what became of them, until somebody has read it. */
  became: Readonly<Record<string, Became>>;
  /** What the machine said against one of them. */
  refusal: string | null;
}

const KEY = 'ivrak.inspections';
const AGAIN_MS = 15_000;

function read(): KeptState['kept'] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '{}');
    return typeof kept === 'object' && kept !== null ? (kept as KeptState['kept']) : {}; // written here only
  } catch {
    return {};
  }
}

export const useKeptInspections = create<KeptState>()(() => ({ kept: read(), became: {}, refusal: null }));

function keep(kept: KeptState['kept']): void {
  localStorage.setItem(KEY, JSON.stringify(kept));
  useKeptInspections.setState({ kept });
  if (Object.keys(kept).length > 0) sendLater();
}

const change = (kitId: string, to: (before: KeptInspection) => KeptInspection, open: Inspection | null): void => {
  const { kept } = useKeptInspections.getState();
  const fresh: KeptInspection = {
    id: open?.id ?? crypto.randomUUID(),
    kitId: kitId as Inspection['kitId'],
    startedAt: open?.startedAt ?? (new Date().toISOString() as Inspection['startedAt']),
    answers: [],
    isFinished: false,
  };
  keep({ ...kept, [kitId]: to(kept[kitId] ?? fresh) });
};

/** Begun without the machine, or gone on with from where the machine had it. */
export const startHere = (kitId: string, open: Inspection | null): void => change(kitId, (before) => before, open);

export const answerHere = (kitId: string, open: Inspection | null, answer: InspectionAnswer): void =>
  change(kitId, (before) => ({ ...before, answers: [...before.answers.filter(({ unitId }) => unitId !== answer.unitId), answer] }), open);

export const finishHere = (kitId: string, open: Inspection | null): void =>
  change(kitId, (before) => ({ ...before, isFinished: true }), open);

/** What is under way as this device knows it: what the machine has, and what was said here since. */
export function underWay(open: Inspection | null, kept: KeptInspection | undefined): Inspection | null {
  if (kept === undefined) return open;
  const { answers } = laterAnswers(open?.answers ?? [], kept.answers);
  const { id, kitId, startedAt } = kept;
  return { who: 'local', version: 1, ...open, id, kitId, startedAt, finishedOn: null, answers };
}

/** Somebody has read what became of it. */
export const letGo = (kitId: string): void => useKeptInspections.setState(({ became: { [kitId]: _, ...became } }) => ({ became }));

let timer: ReturnType<typeof setTimeout> | undefined;
let isSending = false;
function sendLater(): void {
  clearTimeout(timer);
  timer = setTimeout(() => void sendInspections(), AGAIN_MS);
}

/** Sends what waits, one after another; what was sent already is not written twice there, and one that is refused holds no other up. */
export async function sendInspections(): Promise<void> {
  if (isSending) return;
  isSending = true;
  let refusal: string | null = null;
  for (const one of Object.values(useKeptInspections.getState().kept)) {
    try {
      took(one, await sendOne(one));
    } catch (failure) {
      if (failure instanceof ApiError && failure.status < 500) refusal = failure.message;
    }
  }
  useKeptInspections.setState({ refusal });
  isSending = false;
  if (Object.keys(useKeptInspections.getState().kept).length > 0) sendLater();
}

const sendOne = ({ kitId, id, startedAt, answers, isFinished }: KeptInspection): Promise<Became> =>
  api.post('/api/kits/:id/inspections/late', { params: { id: kitId }, body: { id, startedAt, answers, isFinished } });

function took(one: KeptInspection, taken: Became): void {
  const { kept, became } = useKeptInspections.getState();
  // Something may have been said meanwhile: it goes out with the next one.
  if (kept[one.kitId] === one) {
    const { [one.kitId]: _, ...left } = kept;
    keep(left);
  }
  useKeptInspections.setState({ became: { ...became, [one.kitId]: taken } });
}

window.addEventListener('online', () => void sendInspections());
if (Object.keys(read()).length > 0) void sendInspections();

/** "2 things were not in the kit any more; of 1 something later was said elsewhere." Null: all of it was taken as it was said. */
export function becameText(gone: number, older: number): string | null {
  const parts = [
    ...(gone === 0 ? [] : [`${gone} ${gone === 1 ? 'thing was' : 'things were'} not in the kit any more`]),
    ...(older === 0 ? [] : [`of ${older} something later was said elsewhere, which stands`]),
  ];
  return parts.length === 0 ? null : `Of what was said while away: ${parts.join('; ')}.`;
}
