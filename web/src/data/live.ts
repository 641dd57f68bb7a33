import { PAGE_ID } from './page.ts';
import { queryClient } from './queries.ts';

const CHANNEL = 'ivrak-live';
/** What is worked out from what is shown, and asked anew when that is. */
const WORKED_OUT = ['buying', 'fit with', 'backup', 'clocks'];
const isShown = ({ queryKey }: { queryKey: readonly unknown[] }): boolean => !WORKED_OUT.includes(String(queryKey[0]));

const held = new Set<symbol>();
let isWaiting = false;

/** Nothing is asked anew while somebody is writing: what is typed must not go. Returns what lets go again. */
export function holdStill(): () => void {
  const own = Symbol('writing');
  held.add(own);
  return () => {
    held.delete(own);
    if (held.size === 0 && isWaiting) askAgain();
  };
}

const isTyping = (): boolean =>
  document.activeElement?.matches('input:not([type]), input[type="text"], input[type="search"], textarea') === true;

function askAgain(): void {
  isWaiting = held.size > 0 || isTyping();
  if (isWaiting) return;
  void queryClient.invalidateQueries({ predicate: isShown });
}

/** What came over the line: a change by this page is known here already. */
export function heard(data: string): void {
  const { by } = JSON.parse(data) as { by: string | null }; // the server writes these
  if (by !== PAGE_ID) askAgain();
}

/**
 * Keeps what is shown as it is now, whoever changes it. One page of a browser listens and tells the others, since a browser keeps only a
 * few lines open to one server; when it closes the next one takes over.
 */
export function listenForChanges(): void {
  const others = new BroadcastChannel(CHANNEL);
  others.onmessage = ({ data }) => heard(String(data));
  document.addEventListener('focusout', () => {
    // Where the focus goes to is known a moment later.
    setTimeout(() => {
      if (isWaiting) askAgain();
    }, 0);
  });
  void navigator.locks.request(CHANNEL, () => new Promise<never>(() => begin(others)));
}

function begin(others: BroadcastChannel): void {
  let wasBroken = false;
  const line = new EventSource('/api/changes');
  line.onmessage = ({ data }) => {
    heard(data);
    others.postMessage(data);
  };
  line.onerror = () => {
    wasBroken = true;
  };
  line.onopen = () => {
    // Anything may have changed meanwhile.
    if (wasBroken) askAgain();
    if (wasBroken) others.postMessage('{"by":null}');
    wasBroken = false;
  };
}
