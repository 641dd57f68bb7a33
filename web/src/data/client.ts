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
function early(method: string, path: string): Promise<Response> | undefined {
  const begun = method === 'GET' ? globalThis.ivrakEarly?.get(path) : undefined;
  if (begun !== undefined) globalThis.ivrakEarly?.delete(path);
  return begun;
}

/** Who acts, with every call. */
export const personHeader = (): Record<string, string> => ({ 'x-ivrak-person': whoAmI() });

async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  const headers = personHeader();
  if (body !== undefined) headers['content-type'] = 'application/json';
  let response: Response;
  try {
    response = await (early(method, path) ??
      fetch(path, {
        method,
        headers,
        ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
      }));
  } catch {
    throw new OfflineError();
  }
  if (response.ok) return (await response.json()) as T; // the server answers with its own schema
  throw refusalOf(response.status, (await response.json().catch(() => ({}))) as ProblemJson);
}

type ProblemJson = Partial<{ status: number; title: string; detail: string; issues: ProblemIssue[]; current: unknown }>;

const refusalOf = (status: number, { title, detail, issues, current }: ProblemJson): ApiError =>
  new ApiError(status, title ?? 'Refused', detail ?? `The server answered ${status}.`, issues ?? [], current);

type Line<T> = { share: number } | { answer: T } | { problem: ProblemJson };

/** Posts work that takes a while: hears how far it is, and gives it up whole when the signal says so. */
export async function postTold<T>(path: string, body: unknown, tell: (share: number) => void, signal: AbortSignal): Promise<T> {
  const headers = { ...personHeader(), 'content-type': 'application/json', accept: 'application/x-ndjson' };
  const response = await fetch(path, { method: 'POST', headers, body: JSON.stringify(body), signal }).catch((failure: unknown) => {
    throw signal.aborted ? failure : new OfflineError();
  });
  if (!response.ok || response.body === null) throw refusalOf(response.status, (await response.json().catch(() => ({}))) as ProblemJson);
  let rest = '';
  for await (const piece of response.body.pipeThrough(new TextDecoderStream())) {
    const lines = `${rest}${piece}`.split('\n');
    rest = lines.pop() ?? '';
    for (const text of lines) {
      const line = JSON.parse(text) as Line<T>; // the server writes these lines
      if ('answer' in line) return line.answer;
      if ('problem' in line) throw refusalOf(line.problem.status ?? 500, line.problem);
      tell(line.share);
    }
  }
  throw new OfflineError();
}

export const api = {
  get: <T>(path: string) => call<T>('GET', path),
  post: <T>(path: string, body: unknown) => call<T>('POST', path, body),
  put: <T>(path: string, body: unknown) => call<T>('PUT', path, body),
  patch: <T>(path: string, body: unknown) => call<T>('PATCH', path, body),
  delete: <T>(path: string) => call<T>('DELETE', path),
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
