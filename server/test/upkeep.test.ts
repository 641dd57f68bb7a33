import { addDays, plainDate } from '@ivrak/core/model';
import { gtinCheckDigitIsRight } from '@ivrak/core/scan';
import ICAL from 'ical.js';
import request from 'supertest';
import { describe, expect, it } from 'vitest';
import { withServer } from './running.ts';
import { TODAY } from './today.ts';

const running = withServer();
const { call } = running;
interface AUnit {
  id: string;
  kind: string;
  count: number;
  condition: string;
  lot: string | null;
  expiresOn: string | null;
  version: number;
}
const kitOf = async (id: string) =>
  (await call('get', `/api/kits/${id}`)).body as { units: AUnit[]; version: number; inspectedOn: string | null };
const issuesOf = (response: request.Response): string[] => response.body.issues?.map(({ path }: { path: string }) => path) ?? [];

describe('POST /api/compute/heat', () => {
  it('gives the figures of the formula (ICH Q1A(R2), ASTM F1980)', async () => {
    const samples = [20, 30].map((celsius, hour) => ({ at: `2026-07-01T0${hour}:00:00Z`, celsius }));
    const { status, body } = await call('post', '/api/compute/heat', { samples, refCelsius: 25 });
    expect(status).toBe(200);
    expect(body.mktCelsius).toBeCloseTo(26.26, 3);
    expect(body.maxCelsius).toBe(30);
    expect(body.ageingFactor).toBeCloseTo(2 ** 0.126, 3);
  });

  it('names the sample that cannot be', async () => {
    const samples = [
      { at: '2026-07-01T00:00:00Z', celsius: 20 },
      { at: 'noon', celsius: 900 },
    ];
    const refused = await call('post', '/api/compute/heat', { samples });
    expect(refused.status).toBe(422);
    expect(issuesOf(refused)).toEqual(['samples.1.at', 'samples.1.celsius']);
    expect((await call('post', '/api/compute/heat', { samples: [] })).status).toBe(422);
  });
});

describe('heat of a place', () => {
  const intervalOf = async (kitId: string) => {
    const { body } = await call('get', '/api/upkeep');
    return body.events.find((event: { type: string; kitId: string }) => event.type === 'inspect' && event.kitId === kitId)?.text as string;
  };

  it('is assumed from its class until a log is there, and says so', async () => {
    const { body } = await call('get', '/api/heat');
    const console_ = body.places.find(({ positionId }: { positionId: string }) => positionId === 'console');
    expect(console_).toMatchObject({ isAssumed: true, log: null });
    expect(body.places.find(({ positionId }: { positionId: string }) => positionId === 'headrest')).toMatchObject({ isAssumed: false });
  });

  it('brings inspections forward, never puts them off, and no printed date moves', async () => {
    const before = await kitOf('console-case');
    const hot = Array.from({ length: 48 }, (_, hour) => ({ at: new Date(Date.UTC(2026, 6, 1, hour)).toISOString(), celsius: 45 }));
    const { body, status } = await call('post', '/api/heat/console', { samples: hot });
    expect(status).toBe(201);
    expect(body.ageingFactor).toBeCloseTo(4, 5);
    expect(await intervalOf('console-case')).toContain('Every 30 days');
    await call('delete', '/api/heat/console');
    const cold = hot.map(({ at }) => ({ at, celsius: 2 }));
    await call('post', '/api/heat/console', { samples: cold });
    expect(await intervalOf('console-case')).toContain('Every 90 days');
    await call('delete', '/api/heat/console');
    expect((await kitOf('console-case')).units.map(({ expiresOn }) => expiresOn)).toEqual(before.units.map(({ expiresOn }) => expiresOn));
  });

  it('counts a file that is read twice once', async () => {
    const samples = [10, 20, 30].map((celsius, hour) => ({ at: `2026-07-01T0${hour}:00:00Z`, celsius }));
    const once = (await call('post', '/api/heat/console', { samples })).body;
    const twice = (await call('post', '/api/heat/console', { samples })).body;
    expect(twice.log).toMatchObject({ count: once.log.count, mktCelsius: once.log.mktCelsius });
    await call('delete', '/api/heat/console');
  });

  it('is refused for a place that there is not', async () => {
    expect((await call('post', '/api/heat/nowhere', { samples: [{ at: '2026-07-01T00:00:00Z', celsius: 1 }] })).status).toBe(404);
  });
});

describe('the calendar (RFC 5545, read back by ical.js)', () => {
  const eventsOf = (text: string) =>
    new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((component) => new ICAL.Event(component));

  it('holds whole days with ids that stay from export to export', async () => {
    const first = await call('get', '/api/calendar.ics');
    expect(first.headers['content-type']).toContain('text/calendar');
    const events = eventsOf(first.text);
    expect(events.length).toBeGreaterThan(8);
    for (const event of events) {
      expect(event.startDate.isDate).toBe(true);
      expect(event.uid).toMatch(/@ivrak\.local$/);
    }
    const uids = events.map(({ uid }) => uid);
    expect(new Set(uids).size).toBe(uids.length);
    expect(eventsOf((await call('get', '/api/calendar.ics')).text).map(({ uid }) => uid)).toEqual(uids);
  });

  it('has no line over 75 octets and ends its lines as the standard asks', async () => {
    const { text } = await call('get', '/api/calendar.ics');
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    expect(text.replaceAll('\r\n', '')).not.toContain('\n');
  });

  it('agrees with the dates of upkeep, and can be had for one kit', async () => {
    const { body } = await call('get', '/api/upkeep');
    const lapse = body.events.find(({ type, kitId }: { type: string; kitId: string }) => type === 'lapse' && kitId === 'belt-kit');
    const { text } = await call('get', '/api/kits/belt-kit/calendar.ics');
    const events = eventsOf(text);
    expect(events.every(({ summary }) => summary.startsWith('Belt kit') || summary.length > 0)).toBe(true);
    expect(events.some((event) => event.startDate.toString() === lapse.on && event.uid.startsWith('lapse-belt-kit'))).toBe(true);
    expect((await call('get', '/api/kits/nothing/calendar.ics')).status).toBe(404);
  });
});

describe('names in a calendar', () => {
  it('may hold what the format gives a meaning of its own, and come back as they are', async () => {
    const kit = (await call('get', '/api/kits/bow-pocket')).body;
    const { layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage, modules, units } = kit;
    const name = 'Bow: vest, pocket; "left" \\ side with a very long name – ☂';
    const draft = { name, layer, personId, containerId, positionId, schoolId, brief, setAside, fit, stage, modules, units };
    expect((await call('put', '/api/kits/bow-pocket', { version: kit.version, draft })).status).toBe(200);
    const { text } = await call('get', '/api/kits/bow-pocket/calendar.ics');
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    const calendar = new ICAL.Component(ICAL.parse(text));
    const summaries = calendar.getAllSubcomponents('vevent').map((component) => new ICAL.Event(component).summary);
    expect(summaries.length).toBeGreaterThan(0);
    for (const summary of summaries) expect(summary.startsWith(`${name}: `)).toBe(true);
    const back = (await call('get', '/api/kits/bow-pocket')).body;
    await call('put', '/api/kits/bow-pocket', { version: back.version, draft: { ...draft, name: kit.name } });
  });
});

describe('the horizon', () => {
  interface Row {
    id: string;
    of: string;
    gapNow: boolean;
    holdsUntil: string | null;
    needs: { need: string; isHeld: boolean; lapsesOn: string | null; orderBy: string | null; bookBy: string | null }[];
    inspections: string[];
  }
  const rowsOf = async (query = '') => (await call('get', `/api/horizon${query}`)).body.rows as Row[];

  it('agrees with coverage on the eve and on the day of every lapse', async () => {
    for (const { id, of, needs } of await rowsOf()) {
      if (of !== 'kit') continue;
      for (const { need, lapsesOn, bookBy } of needs) {
        if (lapsesOn === null) continue;
        const stateOn = async (on: string) =>
          (await call('get', `/api/kits/${id}/coverage?on=${on}`)).body.needs.find((one: { need: string }) => one.need === need)
            .state as string;
        expect(await stateOn(addDays(plainDate(lapsesOn), -1)), `${need} of ${id}, the eve of ${lapsesOn}`).not.toBe('gap');
        // What falls with a course is asked of nobody any more.
        expect(await stateOn(lapsesOn), `${need} of ${id} on ${lapsesOn}`).toBe(bookBy === null ? 'gap' : 'off');
      }
    }
  });

  it('has no row of a layer or a person that holds less than the best kit in it', async () => {
    const rows = await rowsOf();
    for (const group of rows.filter(({ of }) => of === 'layer' || of === 'person')) {
      const { kitIds } = group as unknown as { kitIds: string[] };
      const members = rows.filter(({ id, of }) => of === 'kit' && kitIds.includes(id));
      expect(members.length).toBeGreaterThan(1);
      // Asked for one and the same need, more stock holds it at least as long.
      for (const { need, lapsesOn, isHeld } of group.needs) {
        const own = members.map((row) => row.needs.find((one) => one.need === need)).filter((one) => one !== undefined);
        if (own.every((one) => one.isHeld && one.lapsesOn === null))
          expect(isHeld && lapsesOn === null, `${need} of ${group.id}`).toBe(true);
      }
    }
  });

  it('is cut to the span that is asked for, and refuses one that ends before it begins', async () => {
    const short = await rowsOf(`?from=${TODAY}&to=${addDays(TODAY, 60)}`);
    for (const { needs, inspections } of short) {
      for (const { lapsesOn } of needs) expect(lapsesOn === null || lapsesOn <= addDays(TODAY, 60)).toBe(true);
      for (const on of inspections) expect(on >= TODAY && on <= addDays(TODAY, 60)).toBe(true);
    }
    expect((await call('get', `/api/horizon?from=${TODAY}&to=${addDays(TODAY, -1)}`)).status).toBe(422);
  });
});

describe('simulated devices', () => {
  it('write a log of their own that is told apart from a file, and is the same each time', async () => {
    const once = (await call('post', '/api/heat/boat-locker/simulate', {})).body;
    expect(once.log.sources).toEqual(['simulated']);
    expect(once.log.count).toBe(92 * 24);
    expect(once.log.mktCelsius).toBeGreaterThanOrEqual(once.log.meanCelsius);
    expect(once.log.mktCelsius).toBeLessThanOrEqual(once.log.maxCelsius);
    const again = (await call('post', '/api/heat/boat-locker/simulate', {})).body;
    expect(again.log.mktCelsius).toBe(once.log.mktCelsius);
    expect((await call('delete', '/api/heat/boat-locker')).body.log).toBeNull();
  });

  it('offer articles of known kinds with right check digits, some from a seller that is not authorised', async () => {
    const { articles } = (await call('get', '/api/devices/supplier')).body as {
      articles: { gtin: string; kind: string; authorised: boolean; perPack: number; priceMinor: number }[];
    };
    const { kinds } = (await call('get', '/api/catalog')).body as { kinds: { id: string }[] };
    for (const { gtin, kind, perPack, priceMinor } of articles) {
      expect(gtinCheckDigitIsRight(gtin), gtin).toBe(true);
      expect(
        kinds.some(({ id }) => id === kind),
        kind,
      ).toBe(true);
      expect(Math.min(perPack, priceMinor)).toBeGreaterThan(0);
    }
    expect(articles.some(({ authorised }) => !authorised)).toBe(true);
  });
});

describe('an inspection', () => {
  it('changes conditions as it goes, is taken up where it was left, and is finished only when all is answered', async () => {
    const before = await kitOf('helm-vest');
    const started = await call('post', '/api/kits/helm-vest/inspections/start', {});
    const again = await call('post', '/api/kits/helm-vest/inspections/start', {});
    expect(again.body.id).toBe(started.body.id);
    const [first, second] = before.units as [AUnit, AUnit];
    const say = (unitId: string, answer: string, more: object = {}) =>
      call('put', `/api/inspections/${started.body.id}/answers/${unitId}`, { answer, ...more });
    const replaced = await say(first.id, 'replace', { note: 'wrapper is split' });
    const conditionOf = (body: { kit: { units: AUnit[] } }, id: string) => body.kit.units.find((unit) => unit.id === id)?.condition;
    expect(conditionOf(replaced.body, first.id)).toBe('damaged');
    // A slip of the thumb: the condition it had comes back.
    expect(conditionOf((await say(first.id, 'fine')).body, first.id)).toBe(first.condition);
    expect(conditionOf((await say(second.id, 'unsure')).body, second.id)).toBe('suspect');
    const early = await call('post', `/api/inspections/${started.body.id}/finish`, {});
    expect(early.status).toBe(422);
    expect((await call('get', '/api/kits/helm-vest/inspections')).body.open.answers).toHaveLength(2);
    for (const { id, condition } of before.units.slice(2)) if (condition !== 'practice') await say(id, 'fine');
    const done = await call('post', `/api/inspections/${started.body.id}/finish`, {});
    expect(done.status).toBe(200);
    expect(done.body.kit.inspectedOn).toBe(TODAY);
    expect((await say(first.id, 'fine')).status).toBe(409);
    const { open: left, finished } = (await call('get', '/api/kits/helm-vest/inspections')).body;
    expect(left).toBeNull();
    expect(finished[0].answers.find(({ unitId }: { unitId: string }) => unitId === second.id)).toMatchObject({ answer: 'unsure' });
  });

  it('takes no answer for a thing of another kit', async () => {
    const { body } = await call('post', '/api/kits/belt-kit/inspections/start', {});
    const other = (await kitOf('wall-box')).units[0] as AUnit;
    expect((await call('put', `/api/inspections/${body.id}/answers/${other.id}`, { answer: 'fine' })).status).toBe(422);
  });

  it('is due by an interval of its own that goes with a routine', async () => {
    const kit = await kitOf('wall-box');
    const upkeep = { everyDays: 60, routine: 'with every second boat service' };
    const { body } = await call('put', '/api/kits/wall-box/upkeep', { version: kit.version, upkeep });
    expect(body.upkeep).toEqual(upkeep);
    expect((await call('put', '/api/kits/wall-box/upkeep', { version: kit.version, upkeep })).status).toBe(409);
    const refused = await call('put', '/api/kits/wall-box/upkeep', { version: body.version, upkeep: { everyDays: 1, routine: '' } });
    expect(issuesOf(refused)).toEqual(['upkeep.everyDays']);
  });
});

describe('rotation', () => {
  const places = async () => {
    const kits = (await call('get', '/api/kits')).body.kits as { id: string; units: AUnit[] }[];
    const stores = (await call('get', '/api/stores')).body.units as (AUnit & { place: string })[];
    const rows = [
      ...kits.flatMap(({ id, units }) => units.map((unit) => ({ at: id, ...unit }))),
      ...stores.map((unit) => ({ at: unit.place, ...unit })),
    ];
    // Stacks may be split and come back as two: what counts is how many of a lot lie where.
    const counts = new Map<string, number>();
    for (const { at, kind, lot, expiresOn, count } of rows) {
      const key = `${at} ${kind} ${lot} ${expiresOn}`;
      counts.set(key, (counts.get(key) ?? 0) + count);
    }
    return [...counts].sort();
  };

  it('makes kits hold longer, lowers none, is made in one transaction and taken back whole', async () => {
    const held = async () => {
      const rows = (await call('get', '/api/horizon')).body.rows as { id: string; of: string; holdsUntil: string | null }[];
      return new Map(rows.filter(({ of }) => of === 'kit').map(({ id, holdsUntil }) => [id, holdsUntil ?? '9999']));
    };
    const [before, heldBefore] = [await places(), await held()];
    const { moves, gains } = (await call('get', '/api/rotation')).body;
    expect(moves.length).toBeGreaterThan(0);
    const asked = moves.map(({ unitId, version, count, to }: { unitId: string; version: number; count: number; to: string | null }) => ({
      unitId,
      version,
      count,
      to,
    }));
    const done = await call('post', '/api/rotation', { moves: asked });
    expect(done.status).toBe(200);
    const heldAfter = await held();
    for (const [id, date] of heldBefore) expect((heldAfter.get(id) ?? '') >= date, id).toBe(true);
    for (const { kitId, after } of gains) expect(heldAfter.get(kitId)).toBe(after ?? '9999');
    const undone = await call('post', '/api/rotation', { moves: done.body.undo });
    expect(undone.status).toBe(200);
    expect(await places()).toEqual(before);
  });

  it('moves nothing where one of the moves is stale', async () => {
    const before = await places();
    const { moves } = (await call('get', '/api/rotation')).body;
    const asked = moves.map(({ unitId, count, to }: { unitId: string; count: number; to: string | null }, index: number) => ({
      unitId,
      version: index === 0 ? moves[0].version : 999,
      count,
      to,
    }));
    expect((await call('post', '/api/rotation', { moves: asked })).status).toBe(409);
    expect(await places()).toEqual(before);
  });
});

describe('a notice', () => {
  it('marks every thing of the lot in two kits, once, and is told with the kits', async () => {
    const feed = (await call('get', '/api/devices/notices')).body;
    const { body } = await call('post', '/api/notices', feed);
    const recall = body.hits.find(({ notice }: { notice: { about: string } }) => notice.about === 'recall');
    expect(recall.units.map(({ kitId }: { kitId: string }) => kitId).sort()).toEqual(['committee-bag', 'wall-box']);
    for (const { unitId, kitId } of recall.units)
      expect((await kitOf(kitId)).units.find(({ id }) => id === unitId)?.condition).toBe('suspect');
    // Looked at and found sound: the same notice does not mark it again.
    const [hit] = recall.units;
    const unit = (await kitOf(hit.kitId)).units.find(({ id }) => id === hit.unitId) as AUnit;
    await call('patch', `/api/units/${unit.id}`, { version: unit.version, condition: 'ready', reason: 'seam looked at' });
    expect((await call('post', '/api/notices', feed)).body.fresh).toBe(0);
    expect((await kitOf(hit.kitId)).units.find(({ id }) => id === hit.unitId)?.condition).toBe('ready');
  });

  it('makes what is received of that lot later suspect as well', async () => {
    const taken = await call('post', '/api/stores', { kind: 'rolled-gauze', count: 1, lot: 'rg-4' });
    expect(taken.body.condition).toBe('suspect');
    expect((await call('post', '/api/stores', { kind: 'rolled-gauze', count: 1, lot: 'RG-5' })).body.condition).toBe('ready');
  });
});

describe('a batch', () => {
  const row = (more: object = {}) => ({ kind: 'gauze-pads', count: 10, lot: 'B1', expiresOn: '2028-05-31', ...more });

  it('is received whole', async () => {
    const before = (await call('get', '/api/stores')).body.units.length;
    const { status, body } = await call('post', '/api/stores/batch', {
      rows: [row(), row({ lot: 'B2', practice: true }), row({ lot: 'B3' })],
    });
    expect([status, body.taken]).toEqual([201, 3]);
    expect((await call('get', '/api/stores')).body.units).toHaveLength(before + 3);
  });

  it('keeps the warnings of notices, the suspect rule, and the article numbers that it names', async () => {
    const rows = [
      row({ kind: 'rolled-gauze', lot: 'RG-4' }),
      row({ kind: 'windlass-tourniquet', lot: 'W9', expiresOn: null, priceMinor: 900 }),
      row({ kind: 'windlass-tourniquet', lot: 'W8', expiresOn: null, priceMinor: 900, authorised: true }),
      row({ kind: 'marker', lot: 'M9', gtin: '09506000134369', expiresOn: null }),
    ];
    const { body } = await call('post', '/api/stores/batch', { rows });
    expect(body).toEqual({ taken: 4, suspect: 2 });
    const { units, gtins } = (await call('get', '/api/stores')).body;
    const conditionOf = (lot: string) => units.find((one: AUnit) => one.lot === lot)?.condition;
    expect([conditionOf('RG-4'), conditionOf('W9'), conditionOf('W8')]).toEqual(['suspect', 'suspect', 'notStaged']);
    expect(gtins).toContainEqual({ gtin: '09506000134369', kind: 'marker' });
  });

  const lines = (body: object) =>
    request(running.app)
      .post('/api/stores/batch')
      .set('Host', '127.0.0.1:4800')
      .set('accept', 'application/x-ndjson')
      .buffer(true)
      .parse((res, done) => {
        let text = '';
        res.on('data', (piece: Buffer) => {
          text += piece.toString();
        });
        res.on('end', () =>
          done(
            null,
            text
              .trim()
              .split('\n')
              .map((line) => JSON.parse(line)),
          ),
        );
      })
      .send(body);

  it('tells line by line how far it is where that is asked for, and its answer last', async () => {
    const { body } = await lines({ rows: Array.from({ length: 600 }, (_, index) => row({ lot: `N${index}` })) });
    const shares = body.slice(0, -1).map(({ share }: { share: number }) => share);
    expect(shares.length).toBeGreaterThan(1);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares.at(-1)).toBe(1);
    expect(body.at(-1)).toEqual({ answer: { taken: 600, suspect: 0 } });
  });

  it('tells a refusal in the last line, and in no other way a refusal of the body itself', async () => {
    const { body, status } = await lines({ rows: [row({ kind: 'no-such' })] });
    expect(status).toBe(200);
    expect(body).toEqual([
      { problem: expect.objectContaining({ status: 422, issues: [{ path: 'rows.0.kind', message: expect.any(String) }] }) },
    ]);
    expect((await lines({ rows: [] })).status).toBe(422);
  });

  it('is given up whole where the caller goes away', async () => {
    const before = (await call('get', '/api/stores')).body.units.length;
    const server = running.app.listen(0);
    const { port } = server.address() as { port: number };
    const controller = new AbortController();
    const answer = fetch(`http://127.0.0.1:${port}/api/stores/batch`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', accept: 'application/x-ndjson' },
      body: JSON.stringify({ rows: Array.from({ length: 5000 }, (_, index) => row({ lot: `G${index}` })) }),
      signal: controller.signal,
    });
    const reader = (await answer).body?.getReader();
    await reader?.read();
    controller.abort();
    await expect.poll(async () => (await call('get', '/api/stores')).body.units.length).toBe(before);
    await new Promise((resolve) => setTimeout(resolve, 1500));
    expect((await call('get', '/api/stores')).body.units).toHaveLength(before);
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
  });

  it('is refused whole where one row is wrong, and names the row and the field', async () => {
    const before = (await call('get', '/api/stores')).body.units.length;
    const refused = await call('post', '/api/stores/batch', { rows: [row(), row({ expiresOn: '2028-02-30' }), row({ count: 0 })] });
    expect(refused.status).toBe(422);
    expect(issuesOf(refused)).toEqual(['rows.1.expiresOn', 'rows.2.count']);
    expect(issuesOf(await call('post', '/api/stores/batch', { rows: [row({ kind: 'no-such' })] }))).toEqual(['rows.0.kind']);
    expect((await call('get', '/api/stores')).body.units).toHaveLength(before);
  });
});

describe('export and import', () => {
  it('carry heat logs, inspections and notices, and give the same file again', async () => {
    const file = (await call('get', '/api/export')).body;
    expect(file.formatVersion).toBe(12);
    expect([file.heatLogs, file.inspections, file.notices, file.loadouts].every(({ length }) => length > 0)).toBe(true);
    expect((await call('post', '/api/import', file)).status).toBe(200);
    expect((await call('get', '/api/export')).body).toEqual(file);
  });

  it('take files of the versions before', async () => {
    const file = (await call('get', '/api/export')).body;
    const { heatLogs: _, inspections: __, notices: ___, loadouts: ____, weekPlans, reachTimes, plans, ...older } = file;
    expect([weekPlans, reachTimes, plans].every(({ length }) => length > 0)).toBe(true);
    const kits = older.kits.map(({ upkeep: _upkeep, ...kit }: { upkeep: unknown }) => kit);
    expect((await call('post', '/api/import', { ...older, kits, formatVersion: 3 })).status).toBe(200);
    // What is read otherwise now is told once.
    expect((await call('get', '/api/settings')).body.hasModelNews).toBe(true);
    expect((await call('put', '/api/settings', { hasModelNews: false })).body.hasModelNews).toBe(false);
    expect((await call('get', '/api/settings')).body.hasModelNews).toBe(false);
    expect((await call('get', '/api/heat')).body.places.every(({ isAssumed }: { isAssumed: boolean }) => isAssumed)).toBe(true);
  });

  it('refuse what leads nowhere', async () => {
    const file = (await call('get', '/api/export')).body;
    const heatLogs = [
      { id: 'h', positionId: 'nowhere', source: 'file', addedOn: addDays(TODAY, 0), samples: [{ at: '2026-07-01T00:00:00Z', celsius: 1 }] },
    ];
    const refused = await call('post', '/api/import', { ...file, heatLogs });
    expect(issuesOf(refused)).toEqual(['heatLogs.0.positionId']);
    const astray = [{ id: 'l', data: { id: 'l', name: 'L', kits: [{ kitId: 'gone' }] }, version: 1 }];
    expect(issuesOf(await call('post', '/api/import', { ...file, loadouts: astray, weekPlans: [] }))).toEqual([
      'loadouts.0.data.kits.0.kitId',
    ]);
  });
});
