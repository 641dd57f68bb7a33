import { describe, expect, it } from 'vitest';
import { issuesOf, withDemo } from './running.ts';

const call = withDemo();
interface Due {
  personId: string;
  kitId: string;
  count: number;
  moved: number;
}
const listed = async () => (await call('get', '/api/drills')).body;
const due = async (): Promise<Due[]> => (await call('get', '/api/drills/due')).body.due;
const dueOf = async (personId: string, kitId: string): Promise<Due | undefined> =>
  (await due()).find((one: Due) => one.personId === personId && one.kitId === kitId);
const answersTo = async (kitId: string, more: object = {}) => {
  const { drills } = await listed();
  const kinds = new Map<string, object>();
  for (const drill of drills) if (drill.kitId === kitId) for (const answer of drill.answers) kinds.set(answer.kind, answer);
  return [...kinds.values()].map((answer) => ({ ...answer, seconds: 2, misses: 0, isFound: true, ...more }));
};

describe('sittings', () => {
  it('of the made-up crew go back half a year, and leave something due', async () => {
    const { drills } = await listed();
    expect(drills.length).toBeGreaterThan(30);
    expect(Date.parse('2026-11-25') - Date.parse(drills[0].at)).toBeGreaterThan(170 * 86_400_000);
    expect((await due()).some(({ personId, kitId }: Due) => personId === 'isla' && kitId === 'helm-vest')).toBe(true);
    // Nothing was repacked since.
    expect((await due()).every(({ moved }: Due) => moved === 0)).toBe(true);
  });

  it('are kept once, and what was found at once is not due any more', async () => {
    const before = await dueOf('isla', 'helm-vest');
    expect(before?.count).toBeGreaterThan(0);
    const drill = {
      id: 'phone-1',
      personId: 'isla',
      kitId: 'helm-vest',
      at: '2026-11-25T18:00:00.000Z',
      answers: await answersTo('helm-vest'),
    };
    for (const kept of [1, 0]) expect((await call('post', '/api/drills', { drills: [drill] })).body).toEqual({ kept });
    expect(await dueOf('isla', 'helm-vest')).toBeUndefined();
    expect((await listed()).drills.filter(({ id }: { id: string }) => id === 'phone-1')).toHaveLength(1);
  });

  it('make due what lies elsewhere now, and what somebody says they do not remember', async () => {
    const answers = await answersTo('helm-vest');
    const [first, ...rest] = answers as unknown as { where: string }[];
    const moved = [{ ...first, where: 'elsewhere//front' }, ...rest];
    await call('post', '/api/drills', {
      drills: [{ id: 'phone-2', personId: 'tomas', kitId: 'helm-vest', at: '2026-11-25T18:10:00.000Z', answers: moved }],
    });
    expect(await dueOf('tomas', 'helm-vest')).toMatchObject({ count: 1, moved: 1 });
    const { units } = (await call('get', '/api/kits/helm-vest')).body;
    const asked = units.find(({ kind }: { kind: string }) => (rest as unknown as { kind: string }[]).some((one) => one.kind === kind));
    const said = { unitId: asked.id, answer: 'fine', note: '', scanned: false, remembered: false, at: '2026-11-25T19:00:00.000Z' };
    const late = { id: 'look-1', startedAt: '2026-11-25T18:59:00.000Z', answers: [said], isFinished: false };
    await call('post', '/api/kits/helm-vest/inspections/late', late);
    const { forgotten } = await listed();
    expect(forgotten).toEqual([{ personId: 'local', kitId: 'helm-vest', kind: asked.kind, at: '2026-11-25T19:00:00.000Z' }]);
  });

  it('with the stopwatch are times that Carry reckons with, and do not plan what is to be found', async () => {
    const before = await dueOf('ruth', 'helm-vest');
    const { units, positionId } = (await call('get', '/api/kits/helm-vest')).body;
    const conditions = { hands: 'left', isSeated: false, isDark: true, isGloved: false };
    const lap = { kind: units[0].kind, where: '', seconds: 6.4, misses: 0, isFound: true, openedS: 9.1 };
    const hands = {
      id: 'hands-1',
      personId: 'ruth',
      kitId: 'helm-vest',
      at: '2026-11-25T20:00:00.000Z',
      way: 'hands',
      conditions,
      answers: [lap],
    };
    for (let round = 0; round < 2; round += 1) await call('post', '/api/drills', { drills: [hands] });
    const { times } = (await call('get', '/api/carry')).body;
    expect(times.filter(({ id }: { id: string }) => id === 'hands-1-0')).toMatchObject([
      { kitId: 'helm-vest', kind: units[0].kind, positionId, conditions, seconds: 6.4, who: 'ruth' },
    ]);
    expect(await dueOf('ruth', 'helm-vest')).toEqual(before);
  });

  it('are refused whole where one is none, and go out and in with everything', async () => {
    const good = {
      id: 'phone-3',
      personId: 'ruth',
      kitId: 'helm-vest',
      at: '2026-11-25T18:00:00.000Z',
      answers: await answersTo('helm-vest'),
    };
    const refused = await call('post', '/api/drills', { drills: [good, { ...good, id: 'phone-4', answers: [] }] });
    expect(issuesOf(refused)).toEqual(['drills.1.answers']);
    expect((await listed()).drills.some(({ id }: { id: string }) => id === 'phone-3')).toBe(false);
    const file = (await call('get', '/api/export')).body;
    expect((await call('post', '/api/import', file)).status).toBe(200);
    expect((await call('get', '/api/export')).body.drills).toEqual(file.drills);
  });
});
