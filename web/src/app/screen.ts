import { isAllowed, type Role } from '@ivrak/contract/roles';
import type { ComponentType } from 'react';

export interface Screen {
  /** As the router writes it. */
  path: string;
  name: string;
  /** What a person does there, for the palette. Null: it is reached from another screen only. */
  does: string | null;
  /** Pressed after `g`. */
  key?: string;
  /** Stands in the bar at the top. */
  inBar?: true;
  /** The least role of a paired device that it is for; absent: a carrier's. */
  least?: Role;
  /** Has the whole page to itself, without the bar at the top. */
  isBare?: true;
  /** Where tests look at it, with the demo crew; those marked `phone` also on a phone for accessibility. */
  looks: readonly string[];
  isForPhone?: true;
  load: () => Promise<ComponentType>;
}

/** Screens of a kit stand within its frame. */
export interface KitScreen extends Omit<Screen, 'path' | 'key' | 'inBar' | 'isBare'> {
  path: 'brief' | 'bench' | 'fit' | 'stage' | 'compare' | 'propose';
}

/** Whether a screen is for whoever has this role. */
export const isFor = ({ least = 'carrier' }: Pick<Screen, 'least'>, role: Role): boolean => isAllowed(role, { least });
