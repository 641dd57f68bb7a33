// Figures of stores and upkeep: the horizon of many kits, a large table received, and a long list of units on the page.
import { startBrowser } from '../e2e/browser.mjs';
import { readCaution, startServer } from '../e2e/server.mjs';
import { random } from './cutBoxes.mjs';

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const LAYERS = ['pocket', 'worn', 'afloat', 'base'];

/** 50 kits with 5,000 units over five years; layers and people together as well. */
export function benchHorizon(core, report) {
  const { BriefSchema, KINDS, SCHOOLS, addDays, deriveNeeds, horizon, kindCatalog, plainDate, skillsOf } = core;
  const today = plainDate('2026-11-25');
  const next = random(50);
  const brief = BriefSchema.parse({ persons: 9, hoursToCare: 120, penetrating: true, dayToDay: true, training: 'advanced' });
  const needs = deriveNeeds(brief, SCHOOLS[0]);
  const kits = Array.from({ length: 50 }, (_, index) => ({
    id: `k${index}`,
    name: `Kit ${index}`,
    layer: LAYERS[index % 4],
    person: { id: `p${index % 10}`, name: `Person ${index % 10}` },
    needs,
    school: SCHOOLS[0],
    skills: skillsOf(brief),
    units: Array.from({ length: 100 }, (_unit, at) => ({
      id: `k${index}u${at}`,
      kind: KINDS[Math.floor(next() * KINDS.length)].id,
      count: 1 + Math.floor(next() * 2),
      condition: 'ready',
      expiresOn: next() < 0.8 ? addDays(today, Math.floor(next() * 1825)) : null,
    })),
    inspectedOn: today,
    inspectEveryDays: 90,
  }));
  const catalog = kindCatalog();
  const times = Array.from({ length: 9 }, () => {
    const start = performance.now();
    horizon(kits, today, addDays(today, 1825), catalog);
    return performance.now() - start;
  });
  report('horizon of 50 kits and 5,000 units over 5 years, with layers and people, median', median(times.slice(2)), 'ms', 300);
}

const csvOf = (rows) =>
  `Item,Qty,Batch,Use by,Supplier\n${Array.from({ length: rows }, (_, index) => `gauze-pads,${1 + (index % 9)},B-${index},${2027 + (index % 4)}-0${1 + (index % 9)}-15,Pier Road Chandlery`).join('\n')}`;

/** Runs in the page: the longest time between two frames while the list is scrolled through. */
async function measureScrolling(steps) {
  const list = document.querySelector('.stores_main');
  const gaps = [];
  let last = performance.now();
  for (let step = 1; step <= steps; step += 1) {
    list.scrollTop = (list.scrollHeight * step) / steps;
    await new Promise((resolve) => requestAnimationFrame(resolve));
    gaps.push(performance.now() - last);
    last = performance.now();
  }
  return gaps;
}

/** A table of 2,000 rows received on the page; then 5,000 units scrolled through and filtered. */
export async function benchStores(report) {
  const server = await startServer();
  const { browser, close } = await startBrowser();
  try {
    await readCaution(server.url);
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    await page.goto(`${server.url}/stores?take=table`, { waitUntil: 'networkidle2' });
    const took = [];
    for (let round = 0; round < 3; round += 1) {
      took.push(
        await page.evaluate(async (text) => {
          const wait = async (found) => {
            const end = performance.now() + 60_000;
            while (!found()) {
              if (performance.now() > end) throw new Error('the page never came to it');
              await new Promise((resolve) => setTimeout(resolve, 5));
            }
          };
          const start = performance.now();
          const area = document.querySelector('.stores_stockImport textarea');
          const set = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value').set;
          set.call(area, text);
          area.dispatchEvent(new Event('input', { bubbles: true }));
          const button = () =>
            [...document.querySelectorAll('.stores_stockImport button')].find((node) => node.textContent === 'Import 2000 rows');
          await wait(() => button() !== undefined);
          button().click();
          await wait(() => document.querySelector('.parts_importDone') !== null);
          const done = performance.now() - start;
          set.call(area, '');
          area.dispatchEvent(new Event('input', { bubbles: true }));
          return done;
        }, csvOf(2000)),
      );
      await page.goto(`${server.url}/stores?take=table`, { waitUntil: 'networkidle2' });
    }
    report('a CSV of 2,000 rows, from pasting it to its being in stores, median of three', median(took) / 1000, 's', 3);
    await page.goto(`${server.url}/stores`, { waitUntil: 'networkidle2' });
    await page.waitForSelector('.stores_unitTable tbody tr b');
    const gaps = await page.evaluate(measureScrolling, 120);
    const slow = [...gaps].sort((a, b) => a - b)[Math.floor(gaps.length * 0.95)];
    report('frame while 6,000 units are scrolled through, 95th of 100', slow, 'ms', 100, `; median ${median(gaps).toFixed(0)} ms`);
    const filtered = [];
    for (const letter of 'kaolin gauze') {
      await page.focus('[aria-label="Search the stores"]');
      const start = await page.evaluate(() => {
        window.benchAt = performance.now();
        return window.benchAt;
      });
      await page.keyboard.type(letter);
      filtered.push(
        await page.evaluate(async (from) => {
          await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 0)));
          return performance.now() - from;
        }, start),
      );
    }
    report(
      'a letter typed into the search of 6,000 units until the list stands, median',
      median(filtered),
      'ms',
      100,
      `; slowest ${Math.max(...filtered).toFixed(0)} ms`,
    );
  } finally {
    await close();
    await server.stop();
    server.remove();
  }
}
