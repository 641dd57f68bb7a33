// What a person does on a page: finds things by what they are called, and acts on them.
import axe from 'axe-core';
import { expect } from 'vitest';

/** Only what will not come waits so long; a busy machine is slow, not wrong. */
const PATIENCE_MS = 120_000;
const QUIET_MS = 350;
const TRIES = 5;
const TRY_MS = 4000;
const POLL_MS = 50;

/** By accessible name, as read aloud; `role` narrows it down. */
export const by = (name, role) => `::-p-aria([name="${name.replaceAll('"', '\\"')}"]${role ? `[role="${role}"]` : ''})`;
export const text = (words) => `::-p-text(${words})`;

/** Prints the page as it stands, and tells of each sheet of paper how large it is. */
export async function printedPages(page) {
  const pdf = Buffer.from(await page.pdf({ preferCSSPageSize: true, printBackground: true })).toString('latin1');
  const boxes = [...pdf.matchAll(/\/MediaBox\s*\[\s*0 0 ([\d.]+) ([\d.]+)\s*\]/g)];
  const mm = (points) => (Number(points) / 72) * 25.4;
  return boxes.map(([own, w, h]) => ({ text: own, wMm: mm(w), hMm: mm(h) }));
}

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/**
 * Runs in the page. Contrast takes axe longer than all else together, so that of texts that stand in the same way only the first is asked
 * about it: of the same colour, size and weight, on the same grounds in things of the same classes, all the way up.
 */
async function violationsOf(tags) {
  const { axe } = globalThis;
  const groundOf = new Map([[null, '']]);
  const groundsUnder = (element) => {
    if (!groundOf.has(element)) {
      const { backgroundColor, backgroundImage, opacity, filter } = getComputedStyle(element);
      const own = [element.tagName, element.getAttribute('class'), backgroundColor, backgroundImage, opacity, filter].join();
      groundOf.set(element, `${groundsUnder(element.parentElement)} > ${own}`);
    }
    return groundOf.get(element);
  };
  const ways = new Set();
  const asked = [...document.body.querySelectorAll('*')].filter((element) => {
    const hasText = [...element.childNodes].some((child) => child.nodeType === Node.TEXT_NODE && child.textContent.trim() !== '');
    if (!(hasText || element.matches('input, select, textarea')) || !element.checkVisibility()) return false;
    const { color, fontSize, fontWeight, textShadow } = getComputedStyle(element);
    const { disabled, value } = element;
    const size = ways.size;
    return ways.add([color, fontSize, fontWeight, textShadow, disabled, value === '', groundsUnder(element)].join()).size > size;
  });
  const results = [await axe.run({ include: asked }, { resultTypes: ['violations'], runOnly: ['color-contrast'] })];
  if (tags.length > 0) {
    const rules = { 'color-contrast': { enabled: false } };
    results.push(await axe.run(document, { resultTypes: ['violations'], runOnly: tags, rules }));
  }
  return results.flatMap(({ violations }) =>
    violations.map(({ id, nodes }) => {
      const first = nodes.slice(0, 3).map(({ target, failureSummary }) => `${target} ${failureSummary?.split('\n').slice(1, 2)}`);
      return `${id}: ${first.join(' | ')}`;
    }),
  );
}

export class Person {
  constructor(page) {
    this.page = page;
    page.setDefaultTimeout(PATIENCE_MS);
    this.errors = [];
    page.on('pageerror', (error) => this.errors.push(error.message));
    page.on('console', (message) => {
      // A refusal that the journey provokes is also a line in the browser's console.
      if (message.type() === 'error' && !/status of (409|422)/.test(message.text())) this.errors.push(message.text());
    });
  }

  /** Until the page stands: drawn, and waiting for nothing. */
  async goTo(url) {
    await this.page.goto(url, { waitUntil: 'load' });
    await this.waitFor(() => document.querySelector('main') !== null && document.querySelector('main[aria-busy="true"]') === null);
    await new Promise((resolve) => setTimeout(resolve, QUIET_MS));
  }

  /** Goes to another screen as a link would, without loading the page anew: until something else stands there, and waits for nothing. */
  async moveTo(path) {
    // Where it stands already nothing would change.
    if (await this.page.evaluate((to) => location.pathname + location.search === to, path)) return;
    await this.page.evaluate((to) => {
      globalThis.stoodHere = document.querySelector('main')?.outerHTML;
      history.pushState({}, '', to);
      dispatchEvent(new PopStateEvent('popstate', { state: {} }));
    }, path);
    await this.waitFor(() => {
      const main = document.querySelector('main');
      return main !== null && main.getAttribute('aria-busy') !== 'true' && main.outerHTML !== globalThis.stoodHere;
    });
    await new Promise((resolve) => setTimeout(resolve, QUIET_MS));
  }

  press(name, role = 'button') {
    return this.page.locator(by(name, role)).click();
  }

  follow(name) {
    return this.press(name, 'link');
  }

  async type(name, value, role = 'textbox') {
    const field = await this.page.waitForSelector(by(name, role), { visible: true });
    await field.click({ count: 3 });
    await this.page.keyboard.press('Backspace');
    await field.type(value);
    await this.page.keyboard.press('Tab');
  }

  /** Types a search as a person does: puppeteer's own `fill` clears the field behind the page's back, which a redraw undoes. */
  async search(words) {
    const field = await this.page.waitForSelector(by('Search the catalogue', 'textbox'), { visible: true });
    await field.click({ count: 3 });
    await this.page.keyboard.press('Backspace');
    if (words !== '') await field.type(words);
    await this.waitFor((node, expected) => node.value === expected, field, words);
  }

  /** Presses Tab until the focus is on something whose name begins so. */
  async tabTo(start, most = 80) {
    for (let step = 0; step < most; step += 1) {
      const name = await this.page.evaluate(() => {
        const { activeElement: element } = document;
        const label = element?.labels?.[0]?.textContent;
        return element?.getAttribute('aria-label') ?? label ?? element?.textContent ?? '';
      });
      if (name.startsWith(start)) return;
      await this.page.keyboard.press('Tab');
    }
    throw new Error(`Tab does not lead to "${start}"`);
  }

  /** Carries something with the mouse from one place to another. */
  async carry(from, to) {
    const [start, end] = await Promise.all(
      [from, to].map(async (selector) => (await this.page.waitForSelector(selector, { visible: true })).boundingBox()),
    );
    const middle = ({ x, y, width, height }) => [x + width / 2, y + Math.min(height / 2, 60)];
    await this.page.mouse.move(...middle(start));
    await this.page.mouse.down();
    await this.page.mouse.move(...middle(start).map((value) => value + 12), { steps: 4 });
    await this.page.waitForSelector('.bench_dragged');
    await this.page.mouse.move(...middle(end), { steps: 12 });
    // A hand waits until it sees where the thing would come to lie.
    await this.page.waitForSelector('.bench_lane.bench_isOver, .bench_isTakingOff');
    await this.page.mouse.up();
    await this.page.waitForSelector('.bench_dragged', { hidden: true });
  }

  /** Takes a thing on the sheet up. */
  pick(selector) {
    return this.pressUntil(selector, '.bench_unitPicture');
  }

  /** Presses until something is seen of it: what comes late may move a list under the first press. */
  async pressUntil(selector, seen) {
    for (let attempt = 1; ; attempt += 1) {
      await this.page.locator(selector).click();
      const isThere = await this.page.waitForSelector(seen, { timeout: attempt < TRIES ? TRY_MS : PATIENCE_MS }).catch(() => null);
      if (isThere !== null) return;
      if (attempt === TRIES) throw new Error(`${seen} does not come of pressing ${selector}`);
    }
  }

  /** Chooses from a list that opens on pressing; a list that a redraw closed is opened again. */
  async choose(name, option) {
    // In the list of this field: lists that are closed may hold entries of the same name.
    const entryOf = (node, text) => {
      const list = node.getAttribute('aria-expanded') === 'true' ? document.getElementById(node.getAttribute('aria-controls') ?? '') : null;
      return [...(list?.querySelectorAll('[role="option"]') ?? [])].find((one) => one.textContent?.trim() === text) ?? false;
    };
    for (let attempt = 1; ; attempt += 1) {
      const field = await this.page.waitForSelector(by(name, 'combobox'), { visible: true });
      if (!(await field.evaluate((node) => node.getAttribute('aria-expanded') === 'true'))) await field.click();
      const wait = { timeout: attempt < TRIES ? TRY_MS : PATIENCE_MS, polling: POLL_MS };
      const entry = await this.page.waitForFunction(entryOf, wait, field, option).catch((error) => {
        if (attempt === TRIES) throw error;
        return null;
      });
      if (entry === null) continue;
      await entry.asElement().asLocator().click();
      // It takes the keys until it is closed.
      await this.waitFor((node) => node.getAttribute('aria-expanded') !== 'true', field);
      return;
    }
  }

  async sees(words) {
    await this.page.waitForSelector(text(words), { visible: true }).catch(async () => {
      const there = await this.page.evaluate(() => document.querySelector('main')?.textContent ?? '').catch(() => '');
      throw new Error(`"${words}" is not to be seen, but:\n${there.slice(0, 600)}`);
    });
  }

  async seesNamed(name, role) {
    await this.page.waitForSelector(by(name, role), { visible: true }).catch(() => {
      throw new Error(`nothing named "${name}" is to be seen`);
    });
  }

  /** Waits until a condition in the page holds; looked at by the clock, since a tab in the background draws no frames. */
  waitFor(condition, ...args) {
    return this.page.waitForFunction(condition, { timeout: PATIENCE_MS, polling: POLL_MS }, ...args);
  }

  async saved() {
    await this.waitFor(() =>
      [...document.querySelectorAll('[role="status"]')].some((element) => /^(saved \d\d:\d\d|all saved)$/.test(element.textContent ?? '')),
    );
  }

  /** WCAG 2.2 AA, by axe-core: no violation in the light that is on; of the same page in another light only contrast differs. */
  async isAccessible(where, { onlyContrast = false } = {}) {
    // A colour on its way from one light to the other is neither.
    await this.waitFor(() => !document.getAnimations().some((one) => one instanceof CSSTransition));
    await this.page.evaluate(`globalThis.axe ?? (() => { ${axe.source} })()`);
    const found = await this.page.evaluate(violationsOf, onlyContrast ? [] : WCAG);
    expect(found, `${where}: ${found.join('\n')}`).toEqual([]);
  }

  /** No page scrolls sideways. */
  async fitsAcross(where) {
    const over = await this.page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    expect(over, `${where} scrolls sideways`).toBeLessThanOrEqual(0);
  }
}
