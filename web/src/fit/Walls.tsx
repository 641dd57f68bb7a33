import { PAD, type RoomDrawing } from './frames.ts';

/** A compartment as it is drawn, with its slots. */
export function Walls({ room, scale }: { room: RoomDrawing; scale: number }) {
  return (
    <>
      <rect
        x={-PAD + 1}
        y={-PAD + 1}
        width={room.w * scale + 2 * PAD - 2}
        height={room.h * scale + 2 * PAD - 2}
        rx={9}
        fill="var(--cloth)"
        stroke="var(--ink)"
        strokeWidth={1.6}
      />
      {room.frames.map((frame) => (
        <rect
          key={frame.slot ?? 'room'}
          x={frame.x * scale}
          y={(room.h - frame.y - frame.h) * scale}
          width={frame.w * scale}
          height={frame.h * scale}
          fill="var(--card)"
          stroke="var(--line)"
          strokeDasharray={frame.slot === undefined ? undefined : '4 3'}
        />
      ))}
    </>
  );
}
