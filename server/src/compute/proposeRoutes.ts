import * as contract from '@ivrak/contract';
import { type Container, type Kind, type Position, SKILLS } from '@ivrak/core/model';
import type { Ladder, Proposed, ProposeQuestion } from '@ivrak/core/propose';
import type * as z from 'zod';
import { unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import type { Queues } from './queues.ts';
import { resolveSchool } from './school.ts';

type Asked = Omit<z.output<typeof contract.ProposeBodySchema>, 'limits' | 'stock' | 'locked' | 'goal' | 'first'>;

/** What both calls ask about, with the catalogue of this installation where nothing else is sent. */
function questionOf(here: Installation, { school, on, kinds, skills, ...asked }: Asked): Omit<ProposeQuestion, 'limits'> {
  const all: readonly Kind[] = kinds ?? [...here.catalog.kinds.values()];
  return { ...asked, school: resolveSchool(here, school), on: on ?? here.today(), kinds: all, skills: skills ?? SKILLS };
}

/** Where it is to go, by ids or measures. */
function roomOf(
  here: Installation,
  { container, position }: z.output<typeof contract.ProposeBodySchema>['limits'],
  path: string,
): { container?: Container; position?: Position } {
  const found = typeof container === 'string' ? here.catalog.container(container) : container;
  const place = position === undefined ? undefined : here.catalog.position(position);
  const issues = [
    ...(container !== undefined && found === undefined
      ? [{ path: `${path}container`, message: `unknown container "${String(container)}"` }]
      : []),
    ...(position !== undefined && place === undefined
      ? [{ path: `${path}position`, message: `unknown carry position "${position}"` }]
      : []),
    ...(position !== undefined && container === undefined ? [{ path: `${path}container`, message: 'say what it is packed in, too' }] : []),
  ];
  if (issues.length > 0) throw unacceptable(issues);
  return { ...(found === undefined ? {} : { container: found }), ...(place === undefined ? {} : { position: place }) };
}

/** Kinds that are named but not there. */
function checkNamed({ kinds }: Pick<ProposeQuestion, 'kinds'>, named: readonly { kind: string; path: string }[]): void {
  const known = new Set(kinds.map(({ id }) => id));
  const issues = named.flatMap(({ kind, path }) => (known.has(kind) ? [] : [{ path, message: `"${kind}" is not in the catalogue` }]));
  if (issues.length > 0) throw unacceptable(issues);
}

const barredOf = (barred: readonly string[] = []) => barred.map((kind, index) => ({ kind, path: `barred.${index}` }));

export const proposeRoutes = (here: Installation, queues: Queues): Served[] => [
  serve(contract.computePropose, async ({ body }) => {
    const { limits: asLimits, stock = [], locked = [], goal, first, ...asked } = body;
    const { container: _, position: __, ...limits } = asLimits;
    const question: ProposeQuestion = {
      ...questionOf(here, asked),
      stock,
      locked,
      ...(goal === undefined ? {} : { goal }),
      ...(first === undefined ? {} : { first }),
      limits: { ...limits, ...roomOf(here, asLimits, 'limits.') },
    };
    checkNamed(question, [
      ...barredOf(asked.barred),
      ...stock.map(({ kind }, index) => ({ kind, path: `stock.${index}.kind` })),
      ...locked.map(({ kind }, index) => ({ kind, path: `locked.${index}.kind` })),
    ]);
    if (limits.thicknessMm !== undefined && asLimits.container === undefined)
      throw unacceptable([{ path: 'limits.container', message: 'how thick it is depends on what it is packed in' }]);
    const { proposals, why } = (await queues.proposals.ask({ do: 'propose', question })) as Proposed; // what is asked is what is answered
    const [proposal] = proposals;
    if (proposal === undefined)
      throw unacceptable([{ path: locked.length > 0 ? 'locked' : 'limits', message: 'what must be in it is more than the limits allow' }]);
    return { ...proposal, why };
  }),
  serve(contract.computeLadder, async ({ body }) => {
    const { along, container, position, ...asked } = body;
    const room = roomOf(here, { container, position }, '');
    if (along === 'thicknessMm' && room.container === undefined)
      throw unacceptable([{ path: 'container', message: 'how thick it is depends on what it is packed in' }]);
    const question: ProposeQuestion = { ...questionOf(here, asked), limits: room };
    checkNamed(question, barredOf(asked.barred));
    return (await queues.proposals.ask({ do: 'climb', question, along })) as Ladder; // what is asked is what is answered
  }),
];
