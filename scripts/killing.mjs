// A server that is killed again and again while it is written to through every sort of call: nothing that it acknowledged is lost, and
// nothing of what it was just about is there by half.

import { draftOf } from '../e2e/draft.mjs';

const AT = '2026-11-25T14:02:00Z';
const WHISTLES = 3;
/** As much of it as a unit may count, several times: each debrief takes one. */
const STACKS = 5;
const PADS = 1000;
const TOGETHER = 3;
const EACH_IMPORT = 5;
const LOG_LINES = 5;
const AWAY = 503;

const unit = (id, kind, count = 1) => ({ id, kind, count, condition: 'ready' });

const byId = (list) => new Map(list.map((one) => [one.id, one]));

/** An exported file as the claims look things up in it: after hundreds of kills there are thousands of both. */
function indexOf({ kits, units, lots, useLogs, orders, people }) {
  const lotsById = byId(lots);
  return {
    kits: byId(kits),
    kitNames: new Set(kits.map(({ name }) => name)),
    units: byId(units),
    lots: lotsById,
    lotsOfUnits: new Set(units.map(({ lotId }) => lotsById.get(lotId)?.lot)),
    useLogs: byId(useLogs),
    orders: byId(orders),
    people: byId(people),
  };
}

/** Each writer does one thing after the other until the server is gone, and says of each what must be found from then on. */
export class Torment {
  /**
   * `below(n)` gives whole numbers; `start()` a running server on the same data with `url`, `child` and `stop`; `kill(server)` ends it, or
   * what it depends on as well.
   */
  constructor({ below, start, kill = ({ child }) => child.kill('SIGKILL') }) {
    this.kill = kill;
    this.below = below;
    this.start = start;
    this.made = 0;
    this.undo = null;
    this.acknowledged = {};
    /** What must hold of the exported file, by what it is about; the newest word about it stands. */
    this.claims = new Map();
    this.problems = [];
  }

  next() {
    this.made += 1;
    return this.made;
  }

  /** The answer, or null where nobody answers any more; a refusal is a fault of this script. */
  async call(method, path, body) {
    const headers = { 'content-type': 'application/json' };
    const response = await fetch(this.server.url + path, { method, headers, body: JSON.stringify(body) }).catch(() => null);
    const answer = await response?.json().catch(() => null);
    if (response === null || answer === null || answer === undefined) return null;
    // A server that says that its database is away has kept nothing, and acknowledged nothing.
    if (response.status === AWAY) return null;
    if (response.status >= 400) {
      // What the answer keeps to itself stands in the log.
      const log = response.status >= 500 ? `\n${this.server.output?.().split('\n').slice(-LOG_LINES).join('\n')}` : '';
      this.problems.push(`${method} ${path}: ${response.status} ${JSON.stringify(answer).slice(0, 300)}${log}`);
      return null;
    }
    const name = `${method} ${path.replaceAll(/[a-z]*-?\d+/g, 'n')}`;
    this.acknowledged[name] = (this.acknowledged[name] ?? 0) + 1;
    return answer;
  }

  /** What is there, or null where nobody answers any more. */
  async read(path) {
    const response = await fetch(this.server.url + path).catch(() => null);
    return (await response?.json().catch(() => null)) ?? null;
  }

  /** Kits of its own, so that no writer steps on what another one counts. */
  async setUp() {
    this.server = await this.start();
    const { schools } = await this.read('/api/catalog');
    const where = { layer: 'worn', containerId: 'belt-pouch', positionId: 'belt-side' };
    const plain = { ...where, personId: null, schoolId: schools[0].id, brief: { persons: 1 }, units: [] };
    await this.call('PUT', '/api/people/skipper', { version: null, data: { id: 'skipper', name: 'Skipper', role: '' } });
    const whistles = Array.from({ length: WHISTLES }, (_, index) => unit(`whistle-${index}`, 'whistle'));
    const module = { id: 'calls', name: 'Calls', unitIds: whistles.map(({ id }) => id), pattern: [{ kind: 'whistle', count: WHISTLES }] };
    const make = (id, more) => this.call('POST', '/api/kits', { ...plain, id, name: id, ...more });
    await make('edited', {});
    await make('here', { units: whistles, modules: [module] });
    await make('there', {});
    await make('filled', { modules: [{ id: 'notes', name: 'Notes', unitIds: [], pattern: [{ kind: 'record-card', count: 2 }] }] });
    await make('used', { units: Array.from({ length: STACKS }, (_, index) => unit(`pads-${index}`, 'gauze-pads', PADS)) });
    await make('swapped', { units: [unit('swap-a', 'penlight')] });
    await this.call('POST', '/api/stores', { id: 'swap-b', kind: 'penlight', count: 1 });
    await this.server.stop();
    if (this.problems.length > 0) throw new Error(this.problems.join('\n'));
  }

  writers() {
    const kit = (id) => this.read(`/api/kits/${id}`);
    return {
      takeIn: async () => {
        const id = `taken-${this.next()}`;
        const body = { id, kind: 'kaolin-gauze', count: 1, lot: `L${this.made}`, expiresOn: '2028-01-31' };
        if ((await this.call('POST', '/api/stores', body)) === null) return;
        this.claims.set(id, ({ units, lots }) => lots.get(units.get(id)?.lotId)?.expiresOn === body.expiresOn);
      },
      saveKit: async () => {
        const now = await kit('edited');
        if (now === null) return;
        const stage = { ...now.stage, told: `told ${this.next()}` };
        const saved = await this.call('PUT', '/api/kits/edited', { version: now.version, draft: { ...draftOf(now), stage } });
        if (saved === null) return;
        this.claims.set('edited', ({ kits }) => {
          const found = kits.get('edited');
          return found.version > saved.version || (found.version === saved.version && found.stage.told === stage.told);
        });
      },
      logAndDebrief: async () => {
        const id = `log-${this.next()}`;
        const unitId = `pads-${this.made % STACKS}`;
        const entries = [{ id: `entry-${this.made}`, at: AT, casualty: 1, do: 'used', unitId, kind: 'gauze-pads', pieces: 1 }];
        const log = await this.call('POST', `/api/use-logs/${id}/entries`, { kitId: 'used', startedAt: AT, entries });
        if (log === null) return;
        const logOf = ({ useLogs }) => useLogs.get(id);
        this.claims.set(id, (file) => logOf(file)?.entries.length === 1);
        const fates = { version: log.version, units: [{ unitId, fate: 'used', pieces: 1 }] };
        if ((await this.call('POST', `/api/use-logs/${id}/debrief`, fates)) === null) return;
        this.claims.set(id, (file) => logOf(file)?.isOpen === false);
      },
      moveModule: async () => {
        const from = ((await kit('here'))?.modules ?? []).length > 0 ? 'here' : 'there';
        const now = await kit(from);
        if (!now?.modules?.length) return;
        const kitId = from === 'here' ? 'there' : 'here';
        await this.call('POST', `/api/kits/${from}/modules/${now.modules[0].id}/move`, { version: now.version, kitId });
      },
      restockModule: async () => {
        const id = `card-${this.next()}`;
        if ((await this.call('POST', '/api/stores', { id, kind: 'record-card', count: 1 })) === null) return;
        this.claims.set(id, ({ units }) => units.has(id));
        const now = await kit('filled');
        if (!now) return;
        await this.call('POST', '/api/kits/filled/modules/notes/restock', { version: now.version });
        // Emptied again, or there would be nothing to fill.
        const after = await kit('filled');
        for (const { id: unitId, version } of after?.units ?? [])
          if ((await this.call('POST', `/api/units/${unitId}/move`, { version, to: 'practice' })) === null) return;
      },
      swap: async () => {
        // What takes the last swap back is the next one, so that hardly anything else is done meanwhile.
        const moves = this.undo ?? (await this.swapOfNow());
        this.undo = moves.length === 0 ? null : ((await this.call('POST', '/api/rotation', { moves }))?.undo ?? null);
      },
      orderAndReceive: async () => {
        const id = `order-${this.next()}`;
        const lot = `O${this.made}`;
        const line = { kind: 'gloves', units: 1, perPack: 1, packMinor: 100, authorised: true };
        const order = { id, supplier: 'Pier Road Chandlery', placedOn: '2026-11-25', shippingMinor: 0, lines: [line] };
        const placed = await this.call('POST', '/api/orders', order);
        if (placed === null) return;
        const came = ({ lotsOfUnits }) => lotsOfUnits.has(lot);
        const closed = ({ orders }) => orders.get(id)?.data.isClosed;
        // Received whole or not at all, whatever was acknowledged.
        this.claims.set(id, (file) => closed(file) === came(file));
        const body = { version: placed.version, kind: 'gloves', count: 1, lot, expiresOn: '2029-01-31' };
        if ((await this.call('POST', `/api/orders/${id}/receive`, body)) === null) return;
        this.claims.set(id, (file) => closed(file) === true && came(file));
      },
      savePerson: async () => {
        const person = (await this.read('/api/people'))?.people[0];
        if (person === undefined) return;
        const { version, ...data } = person;
        const saved = await this.call('PUT', `/api/people/${person.id}`, { version, data: { ...data, role: `role ${this.next()}` } });
        if (saved !== null) this.claims.set('person', ({ people }) => people.get(person.id).version >= saved.version);
      },
    };
  }

  /** Of two lights one lies in the kit; it goes to the stores, and the other one comes in. */
  async swapOfNow() {
    const file = await this.read('/api/export');
    const both = file?.units.filter(({ id }) => id.startsWith('swap-')) ?? [];
    return both.map(({ id, version, count, kitId }) => ({ unitId: id, version, count, to: kitId === null ? 'swapped' : null }));
  }

  /** Replaces everything by itself under other names of kits: one sort of names stands afterwards. */
  async importAll() {
    const file = await this.read('/api/export');
    if (file === null) return;
    const mark = `Import ${this.next()}`;
    const kits = file.kits.map((one) => ({ ...one, name: mark }));
    this.claims.set('import', ({ kitNames }) => kitNames.size === 1 || [...kitNames].every((name) => !name.startsWith('Import')));
    const answered = await this.call('POST', '/api/import', { ...file, kits });
    if (answered !== null) this.claims.set('import', ({ kitNames }) => kitNames.size === 1 && kitNames.has(mark));
  }

  /** What is never seen, whatever was acknowledged. */
  halves({ kits, units, useLogs }) {
    const found = [];
    const swapped = units.filter(({ id, kitId }) => id.startsWith('swap-') && kitId === 'swapped').length;
    if (swapped !== 1) found.push(`a swap left ${swapped} of one in the kit`);
    const holders = kits.filter(({ modules }) => modules.some(({ name }) => name === 'Calls'));
    const inside = units.filter(({ id, kitId }) => id.startsWith('whistle-') && kitId === holders[0]?.id).length;
    if (holders.length !== 1 || inside !== WHISTLES)
      found.push(`a module lies in ${holders.length} kits with ${inside} of ${WHISTLES} things`);
    const { modules } = kits.find(({ id }) => id === 'filled');
    const filled = units.filter(({ kitId }) => kitId === 'filled').map(({ id }) => id);
    if (filled.some((id) => !modules[0].unitIds.includes(id))) found.push('a module was filled with what it does not know of');
    const closed = useLogs.filter(({ id, isOpen }) => id.startsWith('log-') && !isOpen).length;
    const left = units.filter(({ id }) => id.startsWith('pads-')).reduce((sum, { count }) => sum + count, 0);
    const gone = STACKS * PADS - left;
    if (gone !== closed) found.push(`${closed} uses were debriefed, and ${gone} pads are gone from the kit`);
    return found;
  }

  async look(round) {
    const file = await this.read('/api/export');
    const indexed = indexOf(file);
    for (const [what, holds] of this.claims)
      if (!holds(indexed)) this.problems.push(`after kill ${round}: ${what} was acknowledged and is not there`);
    for (const half of this.halves(file)) this.problems.push(`after kill ${round}: ${half}`);
    const kits = await fetch(`${this.server.url}/api/kits`);
    if (kits.status !== 200) this.problems.push(`after kill ${round}: kits are answered with ${kits.status}`);
  }

  /** Three at a time: all at once, a server that has just started would come through the first call of each and no further. */
  some(writers) {
    const left = [...writers];
    return Array.from({ length: TOGETHER }, () => left.splice(this.below(left.length), 1)[0]);
  }

  /** So many rounds of writing and killing; an import, which replaces what the others write, has every fifth to itself. */
  async run(rounds, say = () => undefined) {
    await this.setUp();
    for (let round = 1; round <= rounds; round += 1) {
      this.server = await this.start();
      await this.look(round - 1);
      let isDead = false;
      this.undo = null;
      const until = Date.now() + 150 + this.below(700);
      const keepOn = async (write) => {
        while (!isDead) await write();
      };
      const isImport = round % EACH_IMPORT === 0;
      const works = isImport ? [keepOn(() => this.importAll())] : this.some(Object.values(this.writers())).map(keepOn);
      const before = this.made;
      // However slow the machine: not before something was written.
      while (Date.now() < until || this.made < before + 4) {
        if (isImport && Date.now() >= until) break;
        await new Promise((resolve) => setTimeout(resolve, 5));
      }
      await this.kill(this.server);
      isDead = true;
      await Promise.all(works);
      await this.server.stop();
      say(round);
      if (this.problems.length > 0) break;
    }
    this.server = await this.start();
    await this.look(rounds);
    // What is left is whole: every name in it names something.
    const file = await this.read('/api/export');
    await this.call('POST', '/api/import', file);
    return { problems: this.problems, acknowledged: this.acknowledged, claims: this.claims.size };
  }
}
