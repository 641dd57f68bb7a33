// Requests to every call of a running server, made from the description that it gives of itself: valid, nearly valid and hostile ones.
// Whatever comes, the server answers, refuses in words, and never says that something went wrong within it.
import { Agent, request } from 'node:http';
import { recipesFor } from './fuzzRecipes.mjs';
import { HOSTILE, HOSTILE_BODIES, HOSTILE_PARTS } from './fuzzWords.mjs';

export class Fuzzer {
  /** `random` gives whole numbers: `below(n)`. */
  constructor(url, random) {
    this.url = url;
    this.random = random;
    this.agent = new Agent({ keepAlive: true, maxSockets: 8 });
    this.pools = {};
    this.made = 0;
    /** How often each call was taken, and why it was refused last when it should have been taken. */
    this.taken = new Map();
    this.lastRefusals = new Map();
    this.faults = [];
    this.slowest = { ms: 0, what: '' };
  }

  pick(list) {
    return list[this.random.below(list.length)];
  }
  chance(oneIn) {
    return this.random.below(oneIn) === 0;
  }

  /** Sends bytes as they are, which no well-meaning client does. */
  send(method, path, body, headers = {}) {
    return new Promise((resolve, reject) => {
      const { hostname, port } = new URL(this.url);
      const sent = request(
        { agent: this.agent, hostname, port, method, path, headers: { ...headers, host: `127.0.0.1:${port}` } },
        (response) => {
          const type = response.headers['content-type'] ?? '';
          // What tells of changes has no end of its own.
          if (type.startsWith('text/event-stream')) {
            resolve({ status: response.statusCode, type, text: '' });
            response.destroy();
            return;
          }
          const parts = [];
          response.on('data', (part) => parts.push(part));
          response.on('end', () => resolve({ status: response.statusCode, type, text: Buffer.concat(parts).toString() }));
          response.on('error', reject);
        },
      );
      // A connection that lay idle may be closed by the server just then (Node.js documentation, request.reusedSocket); one that is gone says no again.
      sent.on('error', (error) =>
        sent.reusedSocket && error.code === 'ECONNRESET' ? resolve(this.send(method, path, body, headers)) : reject(error),
      );
      if (body !== undefined) sent.write(body);
      sent.end();
    });
  }
  async json(path) {
    const { status, text } = await this.send('GET', path);
    if (status !== 200) throw new Error(`GET ${path}: ${status} ${text.slice(0, 200)}`);
    return JSON.parse(text);
  }

  /** Reads what the server can do and what it holds. */
  async learn() {
    const { paths } = await this.json('/api/openapi.json');
    this.routes = Object.entries(paths).flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, { parameters, requestBody }]) => ({
        method: method.toUpperCase(),
        path,
        name: `${method.toUpperCase()} ${path}`,
        query: parameters.filter((one) => one.in === 'query'),
        body: requestBody?.content['application/json'].schema,
      })),
    );
    this.wholeFile = await this.json('/api/export');
    await this.look();
  }

  /** What there is just now: ids to name, and records to send back changed. */
  async look() {
    const [catalog, { kits }, file, { backups }, { archives }, reach, places] = await Promise.all(
      ['catalog', 'kits', 'export', 'backups', 'journal/years', 'reach/plan', 'places'].map((name) => this.json(`/api/${name}`)),
    );
    const ids = (list = []) => list.map(({ id }) => id);
    this.kits = kits;
    this.file = file;
    this.pools = {
      kits: ids(kits),
      units: ids(file.units),
      kinds: ids(catalog.kinds),
      containers: ids(catalog.containers),
      positions: ids(catalog.positions),
      schools: ids(catalog.schools),
      people: ids(file.people),
      loadouts: ids(file.loadouts),
      sets: ids(file.kitSets),
      weeks: ids(file.weekPlans),
      lists: ids(file.contentLists),
      orders: ids(file.orders),
      'use-logs': ids(file.useLogs),
      inspections: ids(file.inspections),
      times: ids(file.reachTimes),
      modules: kits.flatMap((kit) => ids(kit.modules)),
      backups: backups.map(({ name }) => name),
    };
    this.recipes = recipesFor({
      ...{
        file,
        kits,
        catalog,
        reach,
        places,
        wholeFile: this.wholeFile,
        backups: this.pools.backups,
        archives: archives.map(({ name }) => name),
      },
      pick: (list) => this.pick(list),
      below: (number) => this.random.below(number),
      count: () => {
        this.made += 1;
        return this.made;
      },
    });
  }

  /** Something of that name which is there, mostly. */
  idFor(field, path = '') {
    const at = { kitId: 'kits', unitId: 'units', kind: 'kinds', containerId: 'containers', positionId: 'positions', schoolId: 'schools' };
    const more = { personId: 'people', moduleId: 'modules', name: 'backups', list: 'lists', loadout: 'loadouts', useId: 'use-logs' };
    const pool = this.pools[at[field] ?? more[field] ?? path.split('/').findLast((part) => part in this.pools) ?? ''] ?? [];
    return pool.length === 0 || this.chance(8) ? `new-${this.random.below(40)}` : this.pick(pool);
  }

  /** A value that a schema allows, as far as schemas say. */
  valid(schema, field = '', depth = 0) {
    if (schema === undefined || depth > 12) return null;
    if ('const' in schema) return schema.const;
    if (schema.enum) return this.pick(schema.enum);
    const branches = schema.anyOf ?? schema.oneOf;
    if (branches) return this.valid(this.pick(branches), field, depth + 1);
    if (schema.allOf) return Object.assign({}, ...schema.allOf.map((one) => this.valid(one, field, depth + 1)));
    const sort = Array.isArray(schema.type) ? this.pick(schema.type) : schema.type;
    switch (sort) {
      case 'object': {
        const made = {};
        for (const [name, inner] of Object.entries(schema.properties ?? {}))
          if (schema.required?.includes(name) || !this.chance(3)) made[name] = this.valid(inner, name, depth + 1);
        return made;
      }
      case 'array': {
        const inner = Array.isArray(schema.prefixItems) ? schema.prefixItems : null;
        if (inner) return inner.map((one) => this.valid(one, field, depth + 1));
        const count =
          (schema.minItems ?? 0) + this.random.below(Math.max(1, Math.min(3, (schema.maxItems ?? 3) - (schema.minItems ?? 0) + 1)));
        return Array.from({ length: count }, () => this.valid(schema.items, field.replace(/s$/, ''), depth + 1));
      }
      case 'integer':
      case 'number': {
        const least = Math.max(schema.minimum ?? schema.exclusiveMinimum ?? 0, -1e6);
        const most = Math.min(schema.maximum ?? schema.exclusiveMaximum ?? least + 200, least + 1e5);
        const number = least + this.random.next() * (most - least);
        return sort === 'integer' ? Math.floor(number) : number;
      }
      case 'boolean':
        return this.chance(2);
      case 'string':
        if (schema.format === 'date') return this.pick(['2026-11-25', '2027-03-14', '2028-02-29', '2026-06-01']);
        if (schema.format === 'date-time') return this.pick(['2026-11-25T14:02:00Z', '2026-11-24T08:00:00+02:00']);
        if (field === 'id' || /Id$/.test(field) || ['kind', 'lot', 'list'].includes(field)) return this.idFor(field);
        return this.pick(['Loch', 'a', 'Two words', 'naïve 🙂', 'x'.repeat(schema.minLength ?? 12)]).slice(0, schema.maxLength ?? 100);
      case 'null':
        return null;
      default:
        return this.pick([null, 1, 'text', { a: 1 }]);
    }
  }

  /** Changes one place of a value, deep in it or at its top. */
  spoil(value) {
    const holders = [];
    const walk = (inner) => {
      if (typeof inner !== 'object' || inner === null) return;
      for (const key of Object.keys(inner)) {
        holders.push([inner, key]);
        walk(inner[key]);
      }
    };
    walk(value);
    if (holders.length === 0) return structuredClone(this.pick(HOSTILE));
    const [holder, key] = this.pick(holders);
    switch (this.random.below(6)) {
      case 0:
        if (Array.isArray(holder)) holder.splice(Number(key), 1);
        else delete holder[key];
        break;
      case 1:
        holder[this.pick(['__proto__x', 'extra', 'a\u0000', 'version', 'id'])] = structuredClone(this.pick(HOSTILE));
        break;
      case 2:
        if (Array.isArray(holder)) holder.push(structuredClone(holder[key]));
        else holder[key] = [holder[key]];
        break;
      default:
        holder[key] = structuredClone(this.pick(HOSTILE));
    }
    return value;
  }

  /** A request that would be taken as things stand, where a schema alone does not lead to one. */
  recipe({ name }) {
    return structuredClone(this.recipes[name]?.() ?? {});
  }

  /** The next request. */
  make() {
    // What replaces everything is asked seldom, or there would be nothing else to ask for.
    const rare = /import|clear|restore|export|rotation|openapi/;
    let route = this.pick(this.routes);
    if (rare.test(route.path) && !this.chance(25)) route = this.pick(this.routes.filter(({ path }) => !rare.test(path)));
    const mood = this.pick(['valid', 'valid', 'recipe', 'recipe', 'nearly', 'nearly', 'hostile', 'hostile', 'rude']);
    const recipe = mood === 'valid' ? { path: {} } : { path: {}, ...this.recipe(route) };
    const isHostile = mood === 'hostile' || mood === 'rude';
    const path = route.path.replaceAll(/\{(\w+)\}/g, (_, field) => {
      if (isHostile && this.chance(4)) return this.pick(HOSTILE_PARTS);
      return encodeURIComponent(recipe.path[field] ?? this.idFor(field, route.path));
    });
    const query = route.query
      .filter(({ required }) => required || this.chance(2))
      .map(({ name, schema }) => {
        const value = isHostile && this.chance(2) ? this.pick(HOSTILE) : (recipe.query?.[name] ?? this.valid(schema, name));
        return `${name}=${encodeURIComponent(wellFormed(typeof value === 'string' ? value : JSON.stringify(value)))}`;
      });
    const address = query.length === 0 ? path : `${path}?${query.join('&')}`;
    if (route.body === undefined) return { route, address, mood };
    if (mood === 'rude') return { route, address, mood, text: this.pick(HOSTILE_BODIES) };
    let body = recipe.body ?? this.valid(route.body);
    const spoilt = { nearly: 1, hostile: 1 + this.random.below(4) }[mood] ?? 0;
    for (let count = 0; count < spoilt; count += 1) body = this.spoil(body);
    return { route, address, mood, text: JSON.stringify(body) };
  }

  /** Sends one, and keeps what came of it. */
  async once() {
    const { route, address, text, mood } = this.make();
    const headers = text === undefined ? {} : { 'content-type': this.chance(40) ? 'text/plain' : 'application/json' };
    const begun = performance.now();
    const answer = await this.send(route.method, address, text, headers).catch((error) => ({ status: 0, type: '', text: String(error) }));
    const ms = performance.now() - begun;
    const isTaken = answer.status >= 200 && answer.status < 300;
    if (isTaken) this.taken.set(route.name, (this.taken.get(route.name) ?? 0) + 1);
    else if (mood === 'recipe') this.lastRefusals.set(route.name, answer.text.slice(0, 200));
    const told = `${route.method} ${address.slice(0, 300)} ${(text ?? '').slice(0, 2000)}`;
    if (ms > this.slowest.ms) this.slowest = { ms, what: told };
    const fault = faultOf(answer);
    if (fault !== null) this.faults.push(`${fault}: ${answer.text.slice(0, 300)}\n  of ${told}`);
  }

  /** Sends so many, looking again now and then at what there is; `say` hears of each look. */
  async run(count, say = () => undefined) {
    const EACH = 100;
    for (let sent = 0; sent < count; sent += EACH) {
      for (let one = 0; one < Math.min(EACH, count - sent); one += 1) await this.once();
      await this.look();
      if (this.kits.length < 3 || this.file.units.length < 20) {
        await this.send('POST', '/api/import', JSON.stringify(this.wholeFile), { 'content-type': 'application/json' });
        await this.look();
      }
      say(sent + EACH);
    }
  }

  /** Calls that nothing was ever taken by. */
  neverTaken() {
    return this.routes.map(({ name }) => name).filter((name) => !this.taken.has(name));
  }
}

const wellFormed = (text) => text.toWellFormed?.() ?? text.replaceAll(/[\uD800-\uDFFF]/g, '\uFFFD');

/** What is wrong with an answer, whatever was asked; null: nothing. */
function faultOf({ status, type, text }) {
  if (status === 0 || status >= 500) return `answered ${status}`;
  if (status < 400) return null;
  if (!type.startsWith('application/problem+json')) return `${status} not in words but ${type}`;
  const { title, detail, current } = JSON.parse(text);
  if (typeof title !== 'string' || typeof detail !== 'string' || detail === '') return `${status} without a reason`;
  if (current === undefined && text.length > 60_000) return `${status} of ${text.length} characters`;
  return null;
}
