import type { TakeLine } from '@ivrak/core/loadout';

/** What the button of the take list says while something is left to tick: nobody confirms as whole what is not ready. */
export function leaveLabel(take: readonly TakeLine[]): string {
  const kits = take.filter(({ of, isReady }) => of === 'kit' && !isReady).length;
  const others = take.filter(({ of, isReady }) => of !== 'kit' && !isReady).length;
  if (kits + others === 0) return 'Ready to go';
  const parts = [
    ...(kits === 0 ? [] : [kits === 1 ? '1 kit' : `${kits} kits`]),
    ...(others === 0 ? [] : [others === 1 ? '1 thing' : `${others} things`]),
  ];
  return `Leave with ${parts.join(' and ')} not ready`;
}

/** What stands there once all is ticked. */
export function onYouText(take: readonly TakeLine[]): string {
  const names = take.filter(({ isReady }) => !isReady).map(({ name }) => name);
  return names.length === 0 ? 'All of it is on you.' : `All of it is on you; not ready: ${names.join(', ')}.`;
}
