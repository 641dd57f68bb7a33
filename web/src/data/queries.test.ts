import { CONTAINERS } from '@ivrak/core/catalog';
import { QueryObserver } from '@tanstack/react-query';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { useCatalog } from './catalog.ts';
import { catalogQuery, queryClient } from './queries.ts';

afterEach(() => vi.unstubAllGlobals());

const told = (containers: readonly unknown[]) => {
  const own = { kinds: {}, schools: {}, containers: {}, positions: {} };
  return new Response(JSON.stringify({ kinds: [], schools: [], containers, positions: [], own }));
};

describe('the catalogue', () => {
  it('is as the last question found it, though the answer to an earlier one comes after', async () => {
    const answers: ((response: Response) => void)[] = [];
    vi.stubGlobal('localStorage', { getItem: () => null });
    vi.stubGlobal('fetch', () => new Promise<Response>((resolve) => answers.push(resolve)));
    const leave = new QueryObserver(queryClient, catalogQuery).subscribe(() => undefined);
    await vi.waitFor(() => expect(answers).toHaveLength(1));
    answers[0]?.(told([]));
    const asked = () => queryClient.invalidateQueries({ queryKey: ['catalog'] });
    await vi.waitFor(() => expect(queryClient.getQueryData(['catalog'])).toBeDefined());
    void asked();
    await vi.waitFor(() => expect(answers).toHaveLength(2));
    const again = asked();
    await vi.waitFor(() => expect(answers).toHaveLength(3));
    answers[2]?.(told(CONTAINERS));
    await again;
    expect(useCatalog.getState().containers).toHaveLength(CONTAINERS.length);
    answers[1]?.(told([]));
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(useCatalog.getState().containers).toHaveLength(CONTAINERS.length);
    leave();
  });
});
