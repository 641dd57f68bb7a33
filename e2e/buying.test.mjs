// What to order where, for what kits miss and stores do not fill.
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { withCrew } from './crew.mjs';
import { by } from './page.mjs';

const scene = withCrew();
const total = () => scene.person.page.$eval('.buying_total .mono', (node) => Number.parseFloat(node.textContent));

describe('buying', () => {
  it('takes the suppliers’ list in and says what to order where, proven; another offer and fewer kits change the plan', async () => {
    const { person, api } = scene;
    // The made-up crew has offers; here somebody begins without.
    const { version } = await api('/api/offers');
    await api('/api/offers', 'PUT', { version, data: { id: 'offers', offers: [], suppliers: [] } });
    await person.goTo(`${scene.server.url}/restock`);
    await person.follow('What to order where');
    await person.sees('No offers yet');
    await person.press('Load supplier list');
    await person.page.waitForSelector('.buying_total');
    await person.sees('no way to order is cheaper');
    const before = await total();
    const sums = await person.page.$$eval('.buying_order tfoot td', (cells) =>
      cells.map(({ textContent }) => Number.parseFloat(textContent)),
    );
    expect(sums.reduce((sum, one) => sum + one, 0)).toBeCloseTo(before, 6);
    await person.sees('Whistle: nobody offers it.');
    // Written down by hand: what is lacking is asked for in words, then the whistle is to be had.
    await person.press('Save');
    await person.sees('Say who sells it.');
    await person.choose('What', 'Whistle');
    await person.type('Supplier', 'Harbour Stall');
    await person.type('Pack price', '2.50');
    await person.press('Save');
    await person.waitFor(() => !document.body.textContent.includes('nobody offers it'));
    await person.waitFor((least) => Number.parseFloat(document.querySelector('.buying_total .mono')?.textContent) > least, before);
    const withWhistle = await total();
    expect(withWhistle).toBeCloseTo(before + 2.5, 6);
    await person.isAccessible('buying');
    await person.press('Helm’s vest kit', 'checkbox');
    await person.waitFor((most) => Number.parseFloat(document.querySelector('.buying_total .mono')?.textContent) < most, withWhistle);
    // It is kept: the page opened anew has the same offers.
    await person.goTo(`${scene.server.url}/buy`);
    await person.seesNamed('Strike out Whistle of Harbour Stall, 2.50\u00a0€', 'button');
    await person.type('Shipping: Harbour Stall', '3.00');
    await person.press('Save the terms of Harbour Stall');
    await person.waitFor((least) => Number.parseFloat(document.querySelector('.buying_total .mono')?.textContent) > least, withWhistle);
    expect(await total()).toBeCloseTo(withWhistle + 3, 6);
    await person.type('Discount: Harbour Stall', '20');
    await person.type('Code of the discount: Harbour Stall', 'SORRAN');
    await person.press('Save the terms of Harbour Stall');
    await person.sees('20 % off by the code SORRAN');
    expect(await total()).toBeCloseTo(withWhistle + 3 - 0.5, 6);
    await person.press('Strike out Whistle of Harbour Stall, 2.50\u00a0€');
    await person.sees('Whistle: nobody offers it.');
    expect(await person.page.$(by('Strike out Whistle of Harbour Stall, 2.50\u00a0€', 'button'))).toBeNull();
  });

  it('reads a price list row by row, buys what stores should hold, takes it in by its label, and is not bought again', async () => {
    const { person, api } = scene;
    await person.goTo(`${scene.server.url}/buy`);
    await person.page.locator('summary ::-p-text(A price list as a table)').click();
    const list = async (rows) => {
      const file = join(mkdtempSync(join(tmpdir(), 'ivrak-list-')), 'list.csv');
      writeFileSync(file, ['Kind,Supplier,Pack size,Pack price,Authorised', ...rows, ''].join('\n'));
      const input = await person.page.$('.buying_import input[type=file]');
      await input.uploadFile(file);
    };
    await list(['Record card,Loch Stationers,10,4.00,', 'Something else,Loch Stationers,1,dear,perhaps']);
    await person.sees('"Something else" is not in the catalogue');
    await person.sees('"dear" is not an amount as 12.50');
    expect(await person.page.$eval('.buying_import > button', (button) => button.disabled)).toBe(true);
    await list(['Record card,Loch Stationers,10,4.00,']);
    await person.press('Import 1 offers');
    await person.seesNamed('Strike out Record card of Loch Stationers, 4.00\u00a0€', 'button');

    await person.choose('Add a kind that stores should hold', 'Record card');
    await person.seesNamed('Least of Record card', 'textbox');
    await person.type('Least of Record card', '8');
    await person.press('Save the least of Record card');
    await person.sees('8 × Record card');
    await person.press('The order to Loch Stationers is placed');
    await person.sees('On order');
    // What is on its way is not asked for again.
    await person.waitFor(() => !document.querySelector('.buying_lines')?.textContent.includes('Record card'));
    const [order] = (await api('/api/orders')).orders.filter(({ data }) => data.supplier === 'Loch Stationers');
    expect(order.data.lines).toMatchObject([{ kind: 'record-card', units: 10, perPack: 10, packMinor: 400 }]);
    const scan = await person.page.waitForSelector(by('Scan or paste the label', 'textbox'), { visible: true });
    await scan.type('(01)09521234999997(10)RC-7');
    await person.page.keyboard.press('Enter');
    await person.seesNamed('Receive Record card', 'group');
    await person.type('How many', '9');
    await person.press('Receive');
    await person.sees('9 of 10 came');
    await person.sees('1 of 10 Record card short');
    const taken = (await api('/api/stores')).units.find(({ lot }) => lot === 'RC-7');
    expect(taken).toMatchObject({ kind: 'record-card', count: 9, seller: 'Loch Stationers', priceMinor: 40 });
    await person.press('Nothing more comes');
    await person.sees('closed: 1 of 10 Record card short');
    await person.isAccessible('buying, with orders');
  });

  it('takes what stores do not have out of a kit farther off, and says what that does to it', async () => {
    const { person, api } = scene;
    await person.goTo(`${scene.server.url}/restock?kit=shore-wallet`);
    await person.sees('A kit that lies farther off could lend it');
    await person.sees('Boathouse wall box would hold 0 of 1 means to call');
    await person.press('Take Whistle out of Boathouse wall box');
    await person.waitFor(() => !document.body.textContent.includes('1 means to call missing'));
    expect((await api('/api/kits/shore-wallet')).units.some(({ kind }) => kind === 'whistle')).toBe(true);
    const { kits } = await api('/api/restock');
    expect(kits.find(({ kitId }) => kitId === 'wall-box').lines.map(({ need }) => need)).toContain('H.call');
  });
});
