import type { Role } from '@ivrak/contract';
import type { Response } from 'express';

/** Who calls: this machine itself, a paired device, or somebody who is not known here. */
export interface Caller {
  isHere: boolean;
  /** Null: not known, and let do nothing that is not for anyone. */
  role: Role | null;
  personId: string | null;
  device: { id: string; name: string } | null;
}

export const HERE: Caller = { isHere: true, role: 'keeper', personId: null, device: null };
export const STRANGER: Caller = { isHere: false, role: null, personId: null, device: null };

export function setCaller(res: Response, caller: Caller): void {
  res.locals.caller = caller;
}
export const callerOf = (res: Response): Caller => (res.locals.caller as Caller | undefined) ?? STRANGER; // set above only
