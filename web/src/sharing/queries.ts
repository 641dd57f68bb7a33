import { useQuery } from '@tanstack/react-query';
import { type Answer, api } from '../data/client.ts';
import { useSettings } from '../data/queries.ts';

export type Sharing = Answer<'get', '/api/sharing'>;
export const SHARING_KEY = ['sharing'];
/** Phones are seen while they come in. */
const LOOKED_AT_EVERY_MS = 5000;

export const useSharing = () =>
  useQuery({ queryKey: SHARING_KEY, queryFn: () => api.get('/api/sharing'), refetchInterval: LOOKED_AT_EVERY_MS });

/** Who this is by the server's own word; the machine itself until it is known. */
export const useMe = (): Answer<'get', '/api/settings'>['me'] =>
  useSettings().data?.me ?? { isHere: true, role: 'keeper', personId: null, device: null };
