import { Validator } from '@seriousme/openapi-schema-validator';
import { expect, it } from 'vitest';
import { withServer } from './running.ts';

const { call } = withServer();

// Source: the OpenAPI 3.1 specification, by a validator that is not ours.
it('the description of the calls is valid OpenAPI 3.1, and every call has an id of its own', async () => {
  const { body } = await call('get', '/api/openapi.json');
  const result = await new Validator().validate(structuredClone(body));
  expect(result.valid, JSON.stringify(result.errors)?.slice(0, 2000)).toBe(true);
  const operations = Object.values<Record<string, { operationId: string }>>(body.paths).flatMap((methods) => Object.values(methods));
  const ids = operations.map(({ operationId }) => operationId);
  expect(new Set(ids).size).toBe(ids.length);
  // A broken description is told apart.
  expect((await new Validator().validate({ ...structuredClone(body), info: {} })).valid).toBe(false);
});
