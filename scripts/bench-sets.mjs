// What Muster takes of kits that are carried as one: fifty in ten sets, and ten times as many.
import { startServer } from '../e2e/server.mjs';
import { grown } from './growthFile.mjs';

const ROUNDS = 9;
const EACH = 5;
const SIZES = [
  { name: '50 kits in 10 sets with 2,000 units', kits: 40, units: 1850, sets: 10, limitMs: 60 },
  { name: '500 kits in 100 sets with 20,000 units', kits: 490, units: 19_850, sets: 100, limitMs: 600 },
];

/** Kits in sets of four and five, asked alike as the server would have it. */
function inSets(file, count) {
  const taken = new Set(file.kitSets.flatMap(({ data }) => data.kitIds));
  const free = file.kits.filter(({ id, retiredOn }) => retiredOn === null && !taken.has(id));
  for (let index = 0; index < count; index += 1) {
    const members = free.slice(index * EACH, index * EACH + EACH - (index % 2));
    const [first] = members;
    if (members.length < 2) break;
    for (const kit of members) Object.assign(kit, { brief: first.brief, schoolId: first.schoolId });
    const id = `grown-${index}`;
    const data = { id, name: `Set ${index + 1}`, personId: null, kitIds: members.map((kit) => kit.id), own: [], alone: {} };
    file.kitSets.push({ id, version: 1, data });
  }
  return file;
}

export async function benchSets(report) {
  for (const { name, limitMs, sets, ...size } of SIZES) {
    const server = await startServer();
    try {
      const file = inSets(grown(await (await fetch(`${server.url}/api/export`)).json(), size), sets);
      const headers = { 'content-type': 'application/json' };
      const answer = await fetch(`${server.url}/api/import`, { method: 'POST', headers, body: JSON.stringify(file) });
      if (!answer.ok) throw new Error(`the import answered ${answer.status}: ${await answer.text()}`);
      for (const path of ['/api/kits', '/api/sets']) {
        const times = [];
        for (let round = 0; round <= ROUNDS; round += 1) {
          const start = performance.now();
          await (await fetch(server.url + path)).arrayBuffer();
          if (round > 0) times.push(performance.now() - start);
        }
        times.sort((a, b) => a - b);
        report(
          `${path} of ${name}, median of nine`,
          times[Math.floor(ROUNDS / 2)],
          'ms',
          limitMs,
          ` slowest ${times.at(-1).toFixed(0)} ms`,
        );
      }
    } finally {
      await server.stop();
      server.remove();
    }
  }
}
