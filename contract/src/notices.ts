import { NoticeSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';

export const HitSchema = z.object({
  notice: NoticeSchema,
  units: z.array(
    z.object({
      unitId: z.string(),
      kind: z.string(),
      count: z.number(),
      place: z.string(),
      kitId: z.string().nullable(),
      kitName: z.string().nullable(),
    }),
  ),
});

export const listNotices = endpoint({
  method: 'get',
  path: '/api/notices',
  summary: 'Recalls and warnings that were heard of, and the things here that they are about',
  answer: z.object({ hits: z.array(HitSchema) }),
});

export const getNoticeFeed = endpoint({
  method: 'get',
  path: '/api/devices/notices',
  summary: 'The simulated feed of recalls and warnings',
  answer: z.object({ notices: z.array(NoticeSchema) }),
});

export const importNotices = endpoint({
  method: 'post',
  path: '/api/notices',
  summary: 'Take notices in: every thing they are about becomes suspect, once',
  body: z.object({ notices: z.array(NoticeSchema).min(1, 'holds no notices').max(200) }),
  answer: z.object({ fresh: z.number(), hits: z.array(HitSchema) }),
});
