import { Modal } from '@mantine/core';
import { mm } from '../drawing/figures.ts';
import { SCREENS } from './screens.ts';
import css from './shell.module.css';

const LED = SCREENS.filter(({ key }) => key !== undefined);

const KEYS: [keys: string, does: string][] = [
  ['Ctrl K', 'find any screen or kit'],
  ['m a r c h s d', 'go to that rung'],
  ['/', 'search the catalogue'],
  ['+  -', 'count of the chosen thing'],
  ['w', 'next state: wrapper off, pressed, laid flat'],
  ['<  >', 'move the chosen thing within its lane'],
  ['i  o', 'larger or smaller drawings'],
  ['Delete', 'take the chosen thing off the sheet'],
  ['z  Shift z', 'undo, redo'],
  ['p', 'pack again'],
  ['l  k  t  f', 'in Fit: lock, pin to its compartment, turn, fold the chosen thing'],
  ['arrows  Shift arrows', `in Fit: move it by ${mm(5)}, by ${mm(1)}`],
  ['[  ]', 'in Fit: to the compartment before or after'],
  [`g then ${LED.map(({ key }) => key).join(' ')}`, LED.map(({ name }) => name).join(', ')],
  ['g then 1 2 3 4', 'Brief, Bench, Fit, Stage of this kit'],
  ['1 to 9', 'in Use: log the thing with that number'],
  ['?', 'this list'],
];

export function KeysHelp({ opened, close }: { opened: boolean; close: () => void }) {
  return (
    <Modal opened={opened} onClose={close} title="Keys" size="md">
      <table className={css.keysTable}>
        <tbody>
          {KEYS.map(([keys, does]) => (
            <tr key={keys}>
              <th scope="row">
                <kbd>{keys}</kbd>
              </th>
              <td>{does}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Modal>
  );
}
