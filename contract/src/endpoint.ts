import type * as z from 'zod';

export type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';

/**
 * One call of the API: what is sent and what comes back. The server mounts it and checks with its schemas, the API description is made
 * from it, and the browser's client takes its types.
 */
export interface Endpoint {
  method: Method;
  /** With parameters by name: `/api/kits/:id`. */
  path: string;
  summary: string;
  body?: z.ZodType;
  query?: z.ZodType;
  answer: z.ZodType;
  /** 200 where none is said. */
  status?: number;
  /** Where the answer is text and not JSON: its content type. */
  contentType?: string;
  /** What is sent is looked at part by part by the handler, so that one part that cannot be kept does not hold the others. */
  isSortedOut?: true;
  /** What is sent or answered may be larger than memory: the handler reads the one and gives the other piece by piece. */
  isStreamed?: true;
}

/** Keeps the exact types of a record. */
export const endpoint = <const E extends Endpoint>(record: E): E => record;

/** Names of the parameters in a path: `'id' | 'unitId'`. */
export type ParamOf<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | ParamOf<`/${Rest}`>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never;

export type ParamsOf<E extends Endpoint> = Record<ParamOf<E['path']>, string>;
export type BodyOf<E extends Endpoint> = E extends { body: infer B extends z.ZodType } ? B : z.ZodUndefined;
export type QueryOf<E extends Endpoint> = E extends { query: infer Q extends z.ZodType } ? Q : z.ZodUndefined;
/** What whoever called hears. */
export type AnswerOf<E extends Endpoint> = z.output<E['answer']>;
/** What whoever calls sends, before defaults are filled in. */
export type SentBodyOf<E extends Endpoint> = z.input<BodyOf<E>>;
export type SentQueryOf<E extends Endpoint> = z.input<QueryOf<E>>;
