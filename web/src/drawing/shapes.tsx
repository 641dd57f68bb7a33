import type { DrawingId } from '@ivrak/core/model';
import * as dressings from './dressings.tsx';
import * as instruments from './instruments.tsx';
import type { Draw } from './strokes.tsx';

export const SHAPES: Record<DrawingId, Draw> = { ...dressings, ...instruments };
