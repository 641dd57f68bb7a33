import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { type Access, accessTo, type BodyOf, type Endpoint, PAGE_HEADER, type ParamsOf, type QueryOf } from '@ivrak/contract';
import type { Application, Request, Response } from 'express';
import * as z from 'zod';
import { breathe } from '../db/breathe.ts';
import { type Caller, callerOf } from './caller.ts';
import { Problem, parseOr422, problemJson, unacceptable } from './problem.ts';
import { isKeepable, unkeepable } from './storable.ts';

/** Lets what came in meanwhile be heard, then goes on, or throws where the caller has gone. */
export type ReportProgress = (share: number) => Promise<void>;

/** A call as its handler gets it, checked against the record of the contract. */
export interface Call<E extends Endpoint> {
  params: ParamsOf<E>;
  body: z.output<BodyOf<E>>;
  query: z.output<QueryOf<E>>;
  who: string;
  caller: Caller;
  /** Sent with the answer. */
  setCookie: (cookie: string) => void;
  /** What is sent, piece by piece, where the call is streamed. */
  stream: AsyncIterable<Uint8Array>;
  /** Says how far long work is, 0 to 1; throws where the caller has gone away, so that a transaction is given up. */
  reportProgress: ReportProgress;
}

export interface Served {
  endpoint: Endpoint;
  /** Gets what the schemas of the record have parsed. */
  handle: (call: Record<keyof Call<Endpoint>, unknown>) => unknown;
}

/** What a handler gives: the answer, or where the call is streamed its pieces. */
type Given<E extends Endpoint> = z.input<E['answer']> | (E extends { isStreamed: true } ? Readable : never);

/** A record of the contract with the handler that answers it. Where the answer is text, the handler gives a string. */
export const serve = <E extends Endpoint>(endpoint: E, handle: (call: Call<E>) => Promise<Given<E>> | Given<E>): Served => ({
  endpoint,
  handle: handle as unknown as Served['handle'],
}); // variance of handler arguments

const WHO = /^[A-Za-z0-9_-]{1,64}$/;

/** The person who acts: whoever a paired device is of, else as the interface says, which is a record and no permission. */
function whoOf(req: Request, { personId }: Caller): string {
  if (personId !== null) return personId;
  const said = req.get('x-ivrak-person') ?? '';
  return WHO.test(said) ? said : 'local';
}

/** What stands in the address. No id holds a NUL or half of a character, and the database would refuse to look for one. */
function paramsOf(req: Request): Record<string, string> {
  const params = req.params as Record<string, string>; // paths here have named parameters only
  for (const [name, value] of Object.entries(params))
    if (!isKeepable(value))
      throw new Problem(400, 'Unreadable', `The address holds a character that no ${name} has.`, {
        issues: [{ path: name, message: 'holds a character that cannot be looked for' }],
      });
  return params;
}

interface Mounted {
  admits: Admits;
  /** Told after each call that may have changed something, with the page that made it. */
  changed: (by: string | null) => void;
}
/** Refuses a call that its caller may not make. */
type Admits = (caller: Caller, access: Access, call: { params: Record<string, string>; body: unknown }) => Promise<void>;

/** Mounts the routes; what is mounted is what the API description holds. */
export function mount(app: Application, served: readonly Served[], { admits, changed }: Mounted): void {
  for (const { endpoint: spec, handle } of served) {
    const access = accessTo(spec);
    app[spec.method](spec.path, async (req: Request, res: Response) => {
      await admits(callerOf(res), access, { params: req.params as Record<string, string>, body: req.body }); // named parameters only
      const unkept = [...unkeepable(req.query), ...(spec.isSortedOut ? [] : unkeepable(req.body))];
      if (unkept.length > 0) throw unacceptable(unkept);
      const body = spec.body === undefined || spec.isStreamed ? undefined : parseOr422(spec.body, req.body ?? {});
      const query = spec.query === undefined ? undefined : parseOr422(spec.query, req.query);
      const params = paramsOf(req);
      const caller = callerOf(res);
      const setCookie = (cookie: string) => res.set('set-cookie', cookie);
      const asked = { params, body, query, who: whoOf(req, caller), caller, setCookie, stream: piecesOf(req) };
      if (req.get('accept') === NDJSON) {
        await answerInLines(res, (reportProgress) => handle({ ...asked, reportProgress }));
        if (mayChange(spec)) changed(pageOf(req));
        return;
      }
      const result = await handle({ ...asked, reportProgress: whileThere(res) });
      if (mayChange(spec)) changed(pageOf(req));
      if (result instanceof Readable) await pipeline(result, res.status(200).type(spec.contentType ?? 'application/json'));
      else if (spec.contentType === undefined) res.status(spec.status ?? 200).json(result);
      else
        res
          .status(spec.status ?? 200)
          .type(spec.contentType)
          .send(result);
    });
  }
}

const mayChange = ({ method, path }: Endpoint): boolean => method !== 'get' && !path.startsWith('/api/compute/');

function pageOf(req: Request): string | null {
  const said = req.get(PAGE_HEADER) ?? '';
  return WHO.test(said) ? said : null;
}

/** What is not read any more after a refusal is let go by, so that who sends it hears the refusal. */
async function* piecesOf(req: Request): AsyncGenerator<Uint8Array> {
  try {
    for await (const piece of req.iterator({ destroyOnReturn: false })) yield piece as Uint8Array; // no encoding is set
  } finally {
    req.resume();
  }
}

const NDJSON = 'application/x-ndjson';

class CallerGone extends Error {}

/** The embedded database works without letting go of the thread, so a closed connection is only noticed after a turn of the loop. */
const whileThere = (res: Response): ReportProgress =>
  async function isThere() {
    await breathe();
    if (res.destroyed) throw new CallerGone('the caller went away');
  };

/** A caller that asks for lines hears the share done while the work goes on, and the answer or the refusal in the last line. */
async function answerInLines(res: Response, work: (reportProgress: ReportProgress) => unknown): Promise<void> {
  res.status(200).type(NDJSON);
  const line = (value: unknown) => res.write(`${JSON.stringify(value)}\n`);
  const isThere = whileThere(res);
  try {
    const answer = await work(async (share) => {
      line({ share });
      await isThere(share);
    });
    line({ answer });
  } catch (error) {
    if (error instanceof CallerGone) return;
    if (!(error instanceof Problem)) throw error;
    line({ problem: problemJson(error) });
  }
  res.end();
}

const jsonSchema = (schema: z.ZodType, io: 'input' | 'output'): unknown => {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { io, unrepresentable: 'any', reused: 'inline' }) as Record<string, unknown>;
  return rest;
};

const openapiPath = (path: string): string => path.replace(/:(\w+)/g, '{$1}');

function parametersOf(spec: Endpoint): unknown[] {
  const inPath = [...spec.path.matchAll(/:(\w+)/g)].map(([, name]) => ({ name, in: 'path', required: true, schema: { type: 'string' } }));
  if (spec.query === undefined) return inPath;
  const query = jsonSchema(spec.query, 'input') as { properties?: Record<string, unknown>; required?: string[] };
  const inQuery = Object.entries(query.properties ?? {}).map(([name, schema]) => ({
    name,
    in: 'query',
    required: query.required?.includes(name) ?? false,
    schema,
  }));
  return [...inPath, ...inQuery];
}

/** OpenAPI 3.1, made from the same Zod schemas that the handlers parse with. */
export function describeApi(specs: readonly Endpoint[], version: string, problem: z.ZodType): unknown {
  const paths: Record<string, Record<string, unknown>> = {};
  const refused = { description: 'Refused', content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } } };
  for (const spec of specs) {
    const path = openapiPath(spec.path);
    paths[path] ??= {};
    paths[path][spec.method] = {
      summary: spec.summary,
      operationId: `${spec.method}${path.replace(/\W+(\w)/g, (_, letter: string) => letter.toUpperCase()).replace(/\W/g, '')}`,
      parameters: parametersOf(spec),
      ...(spec.body === undefined
        ? {}
        : { requestBody: { required: true, content: { 'application/json': { schema: jsonSchema(spec.body, 'input') } } } }),
      responses: {
        [String(spec.status ?? 200)]: {
          description: 'Done',
          content: { [spec.contentType ?? 'application/json']: { schema: jsonSchema(spec.answer, 'output') } },
        },
        '4XX': refused,
      },
    };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Ivrak', version, description: 'Planning aid, not medical advice.' },
    paths,
    components: { schemas: { Problem: jsonSchema(problem, 'output') } },
  };
}
