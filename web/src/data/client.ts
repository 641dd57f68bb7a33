import type * as contract from '@ivrak/contract';
import type { AnswerOf, Endpoint, Method, ParamsOf, SentBodyOf, SentQueryOf } from '@ivrak/contract';

import { answered, unanswered } from './away.ts';
import { KEPT_HEADER } from './keptHeader.ts';
import { pageHeader } from './page.ts';

export interface ProblemIssue {
  path: string;
  message: string;
}

/** A refusal by the server, with what it said. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly issues: readonly ProblemIssue[],
    readonly current: unknown,
  ) {
    super(detail);
  }
}

/** The server could not be reached at all. */
export class OfflineError extends Error {
  constructor() {
    super('The server does not answer. Is it still running?');
  }
}

const PERSON_KEY = 'ivrak.person';
export const whoAmI = (): string => localStorage.getItem(PERSON_KEY) ?? 'local';
export const setWhoAmI = (id: string): void => localStorage.setItem(PERSON_KEY, id);

declare global {
  /** Calls that were begun before this was loaded, by path; absent while developing. See web/public/early.js. */
  var ivrakEarly: Map<string, Promise<Response>> | undefined;
}

/** A call that is under way already, once. */
function early(method: Method, path: string): Promise<Response> | undefined {
  const begun = method === 'get' ? globalThis.ivrakEarly?.get(path) : undefined;
  if (begun !== undefined) globalThis.ivrakEarly?.delete(path);
  return begun;
}

/** Who acts, with every call. */
export const personHeader = (): Record<string, string> => ({ 'x-ivrak-person': whoAmI(), ...pageHeader() });

type Records = typeof contract;
type Routes = Extract<Records[keyof Records], Endpoint>;
type PathOf<M extends Method> = Extract<Routes, { method: M }>['path'];
/** The record of the contract for a method and a path. */
export type RouteAt<M extends Method, P extends string> = Extract<Routes, { method: M; path: P }>;
/** What the server answers to a call, by method and path. */
export type Answer<M extends Method, P extends PathOf<M>> = AnswerOf<RouteAt<M, P>>;

type Params<E extends Endpoint> = string extends keyof ParamsOf<E>
  ? object
  : keyof ParamsOf<E> extends never
    ? object
    : { params: ParamsOf<E> };
/** What is only read may be sent as well. */
type Sendable<T> = T extends readonly (infer U)[]
  ? readonly Sendable<U>[]
  : T extends object
    ? { readonly [K in keyof T]: Sendable<T[K]> }
    : T;
/** `text` is a body that is JSON already, or a file that holds it. */
type Body<E extends Endpoint> = E extends { body: object } ? { body: Sendable<SentBodyOf<E>> } | { text: string | Blob } : object;
type Query<E extends Endpoint> = E extends { query: object } ? { query?: SentQueryOf<E> } : object;
type Options<E extends Endpoint> = Params<E> & Body<E> & Query<E>;
// Nothing to say, nothing to pass: a call without parameters and body takes its path alone.
type OptionArgs<E extends Endpoint> = object extends Options<E> ? [options?: Options<E>] : [options: Options<E>];

interface Given {
  params?: Record<string, string>;
  query?: Record<string, unknown>;
  body?: unknown;
  text?: string | Blob;
}

/** The address of a call: its path with the parameters put in, and what is asked after it. */
export function addressOf(path: string, { params = {}, query = {} }: Given = {}): string {
  const filled = path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(params[name] ?? ''));
  const asked = Object.entries(query).flatMap(([name, value]) => (value === undefined || value === null ? [] : [[name, String(value)]]));
  return asked.length === 0 ? filled : `${filled}?${new URLSearchParams(asked)}`;
}

const written = ({ body, text }: Given): string | Blob | undefined => text ?? (body === undefined ? undefined : JSON.stringify(body));

async function send<T>(method: Method, path: string, given: Given = {}): Promise<T> {
  const headers = personHeader();
  const body = written(given);
  if (body !== undefined) headers['content-type'] = 'application/json';
  const address = addressOf(path, given);
  let response: Response;
  try {
    response = await (early(method, address) ??
      fetch(address, { method: method.toUpperCase(), headers, ...(body === undefined ? {} : { body }) }));
  } catch {
    unanswered();
    throw new OfflineError();
  }
  answered(response.headers.get(KEPT_HEADER));
  if (response.ok) return (await response.json()) as T; // the server answers as the contract says
  throw refusalOf(response.status, (await response.json().catch(() => ({}))) as ProblemJson);
}

type ProblemJson = Partial<{ status: number; title: string; detail: string; issues: ProblemIssue[]; current: unknown }>;

const refusalOf = (status: number, { title, detail, issues, current }: ProblemJson): ApiError =>
  new ApiError(status, title ?? 'Refused', detail ?? `The server answered ${status}.`, issues ?? [], current);

type Line<T> = { share: number } | { answer: T } | { problem: ProblemJson };

interface Told {
  onProgress: (share: number) => void;
  signal: AbortSignal;
}

/** Posts work that takes a while: hears how far it is, and gives it up whole when the signal says so. */
export async function postTold<P extends PathOf<'post'>>(
  path: P,
  { onProgress, signal, ...given }: Options<RouteAt<'post', P>> & Told,
): Promise<Answer<'post', P>> {
  const headers = { ...personHeader(), 'content-type': 'application/json', accept: 'application/x-ndjson' };
  const body = written(given as Given) ?? '{}';
  const response = await fetch(addressOf(path, given as Given), { method: 'POST', headers, body, signal }).catch((failure: unknown) => {
    throw signal.aborted ? failure : new OfflineError();
  });
  if (!response.ok || response.body === null) throw refusalOf(response.status, (await response.json().catch(() => ({}))) as ProblemJson);
  let rest = '';
  for await (const piece of response.body.pipeThrough(new TextDecoderStream())) {
    const lines = `${rest}${piece}`.split('\n');
    rest = lines.pop() ?? '';
    for (const text of lines) {
      const line = JSON.parse(text) as Line<Answer<'post', P>>; // the server writes these lines
      if ('answer' in line) return line.answer;
      if ('problem' in line) throw refusalOf(line.problem.status ?? 500, line.problem);
      onProgress(line.share);
    }
  }
  throw new OfflineError();
}

const caller =
  <M extends Method>(method: M) =>
  <P extends PathOf<M> & string>(path: P, ...[options]: OptionArgs<RouteAt<M, P>>): Promise<AnswerOf<RouteAt<M, P>>> =>
    send<AnswerOf<RouteAt<M, P>>>(method, path, options as Given);

/** Every call of the contract, by method and path: what is sent and what comes back are typed by its record. */
export const api = {
  get: caller('get'),
  post: caller('post'),
  put: caller('put'),
  patch: caller('patch'),
  delete: caller('delete'),
};

/** What to show of any failure, in one line. */
export function messageOf(error: unknown): string {
  if (!(error instanceof Error)) return 'Something went wrong.';
  // A screen that was never opened before is fetched from the server, too.
  return /dynamically imported module|Importing a module script failed|Unable to preload/.test(error.message)
    ? new OfflineError().message
    : error.message;
}

/** What to say where a change could not be kept: somebody else's came first, or what the server says. */
export const keepFailure = (failure: unknown): string =>
  failure instanceof ApiError && failure.status === 409 ? 'It was changed in another window: open it again.' : messageOf(failure);
