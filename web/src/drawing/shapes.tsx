import type { DrawingId } from '@ivrak/core/model';
import * as dressings from './dressings.tsx';
import * as handThings from './handThings.tsx';
import * as instruments from './instruments.tsx';
import * as packets from './packets.tsx';
import type { Draw } from './strokes.tsx';
import * as wraps from './wraps.tsx';

export const SHAPES: Record<DrawingId, Draw> = { ...dressings, ...instruments, ...handThings, ...packets, ...wraps };
