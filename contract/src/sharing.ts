import { PersonIdSchema } from '@ivrak/core/model';
import * as z from 'zod';
import { endpoint } from './endpoint.ts';
import { ROLES } from './roles.ts';

const RoleSchema = z.enum(ROLES);

/** Letters and figures that are not mistaken for each other, read aloud or in bad light. */
export const CODE_SIGNS = 'ABCDEFGHJKMNPQRSTVWXYZ23456789';
export const CODE_LENGTH = 8;
export const CODE_MINUTES = 10;

const DeviceSchema = z.object({
  id: z.string(),
  name: z.string(),
  personId: z.string().nullable(),
  role: RoleSchema,
  pairedAt: z.string(),
  lastSeenAt: z.string().nullable(),
});

const SharingSchema = z.object({
  isOn: z.boolean(),
  /** Why it could not be let in, though it was asked for; null: nothing is wrong. */
  trouble: z.string().nullable(),
  /** Where phones reach it, the likeliest first. */
  addresses: z.array(z.string()),
  /** Of the certificate that phones are asked to trust, SHA-256. */
  fingerprint: z.string().nullable(),
  devices: z.array(DeviceSchema),
  /** Codes that were tried and were none, since the last start. */
  wrongCodes: z.number().int(),
});

/** Who asks: the machine itself, which may do everything, or a paired device with its person and role. */
export const MeSchema = z.object({
  isHere: z.boolean(),
  role: RoleSchema,
  personId: z.string().nullable(),
  device: z.string().nullable(),
});

export const getSharing = endpoint({
  method: 'get',
  path: '/api/sharing',
  summary: 'Whether phones are let in, where they reach this, and which are paired',
  answer: SharingSchema,
});

export const setSharing = endpoint({
  method: 'put',
  path: '/api/sharing',
  summary: 'Let phones in, or shut them out',
  body: z.object({ isOn: z.boolean() }),
  answer: SharingSchema,
});

export const makeCode = endpoint({
  method: 'post',
  path: '/api/sharing/codes',
  summary: 'A code that pairs one phone within ten minutes, for a person and a role',
  body: z.object({ personId: PersonIdSchema.nullable(), role: RoleSchema }),
  answer: z.object({ code: z.string(), address: z.string().nullable(), validUntil: z.string() }),
});

export const endDevice = endpoint({
  method: 'delete',
  path: '/api/sharing/devices/:id',
  summary: 'Shut a paired device out, from its next request on',
  answer: z.object({ ended: z.string() }),
});

export const pairDevice = endpoint({
  method: 'post',
  path: '/api/pair',
  summary: 'Pair the device that asks, by a code that was shown to it',
  body: z.object({
    code: z
      .string()
      .transform((text) => text.toUpperCase().replaceAll(/[\s-]/g, ''))
      .pipe(z.string().length(CODE_LENGTH, `a code has ${CODE_LENGTH} letters and figures`)),
    name: z.string().trim().min(1, 'say what this device is').max(40),
  }),
  answer: z.object({ role: RoleSchema, personId: z.string().nullable() }),
});

export const getCertificate = endpoint({
  method: 'get',
  path: '/api/certificate.crt',
  summary: 'The certificate that phones are asked to trust',
  contentType: 'application/x-x509-ca-cert',
  answer: z.string(),
});
