import { outlineSize } from '@ivrak/core/fit';
import { useMemo } from 'react';
import { outlineFor } from '../places/outlines.ts';
import type { RoomDrawing } from './frames.ts';

/** The real container as it was drawn over a photo on this machine, around the room that is packed; true to scale. */
export function OwnOutline({ room, scale, containerId }: { room: RoomDrawing; scale: number; containerId: string }) {
  const outline = useMemo(() => outlineFor(containerId), [containerId]);
  if (outline === null) return null;
  const { wMm, hMm } = outlineSize(outline.points);
  const { photo } = outline;
  return (
    <g transform={`translate(${((room.w - wMm) / 2) * scale} ${((room.h - hMm) / 2) * scale}) scale(${scale})`} pointerEvents="none">
      <title>The container as it was measured from a photo</title>
      {photo !== null && (
        <image
          href={photo.src}
          x={photo.xMm}
          y={photo.yMm}
          width={photo.wMm}
          height={photo.hMm}
          preserveAspectRatio="none"
          opacity={0.25}
        />
      )}
      <polygon points={outline.points.map((point) => point.join()).join(' ')} fill="none" stroke="var(--ochre)" strokeWidth={2 / scale} />
    </g>
  );
}
