// What to order where, for what kits miss and stores do not fill.
import { describe, expect, it } from 'vitest';
import { withCrew } from './crew.mjs';
import { by } from './page.mjs';

const scene = withCrew();
const total = () => scene.person.page.$eval('.buying-total .mono', (node) => Number(node.textContent));

describe('buying', () => {
  it('takes the suppliers’ list in and says what to order where, proven; another offer and fewer kits change the plan', async () => {
    const { person } = scene;
    await person.goTo(`${scene.server.url}/restock`);
    await person.follow('What to order where');
    await person.sees('No offers yet');
    await person.press('Take the suppliers’ list in');
    await person.page.waitForSelector('.buying-total');
    await person.sees('no way to order is cheaper');
    const before = await total();
    const sums = await person.page.$$eval('.buying-order tfoot td', (cells) => cells.map(({ textContent }) => Number(textContent)));
    expect(sums.reduce((sum, one) => sum + one, 0)).toBeCloseTo(before, 6);
    await person.sees('Whistle: nobody offers it.');
    // Written down by hand: what is lacking is asked for in words, then the whistle is to be had.
    await person.press('Write it down');
    await person.sees('Say who sells it.');
    await person.choose('What', 'Whistle');
    await person.type('Supplier', 'Harbour Stall');
    await person.type('Pack price', '2.50');
    await person.press('Write it down');
    await person.waitFor(() => !document.body.textContent.includes('nobody offers it'));
    await person.waitFor((least) => Number(document.querySelector('.buying-total .mono')?.textContent) > least, before);
    const withWhistle = await total();
    expect(withWhistle).toBeCloseTo(before + 2.5, 6);
    await person.isAccessible('buying');
    await person.press('Helm’s vest kit', 'checkbox');
    await person.waitFor((most) => Number(document.querySelector('.buying-total .mono')?.textContent) < most, withWhistle);
    // It is kept: the page opened anew has the same offers.
    await person.goTo(`${scene.server.url}/buy`);
    await person.seesNamed('Strike out Whistle of Harbour Stall, 2.50', 'button');
    await person.type('Sending: Harbour Stall', '3.00');
    await person.press('Keep the terms of Harbour Stall');
    await person.waitFor((least) => Number(document.querySelector('.buying-total .mono')?.textContent) > least, withWhistle);
    expect(await total()).toBeCloseTo(withWhistle + 3, 6);
    await person.press('Strike out Whistle of Harbour Stall, 2.50');
    await person.sees('Whistle: nobody offers it.');
    expect(await person.page.$(by('Strike out Whistle of Harbour Stall, 2.50', 'button'))).toBeNull();
  });
});
