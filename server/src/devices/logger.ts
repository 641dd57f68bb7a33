import { addDays, type HeatSample, type PlainDate, type Position } from '@ivrak/core/model';
import { ASSUMED_CELSIUS } from '@ivrak/core/upkeep';

/** How far the temperature swings over a day, by heat class, kelvin: a closed vehicle far, a cupboard little. */
const SWING: Record<Position['heat'], number> = { cool: 4, room: 3, warm: 8, hot: 22 };
const LOGGED_DAYS = 92;
const HOTTEST_HOUR = 14;

/** Small changes from day to day that are the same on every machine. */
const weather = (day: number): number => Math.sin(day * 1.7) * 3 + Math.sin(day * 0.31) * 4;

/**
 * The simulated logger: hourly temperatures of the last 92 days at a place of a heat class. Made up, for trying out what a real
 * logger's file does.
 */
export function simulatedLog(heat: Position['heat'], today: PlainDate): HeatSample[] {
  return Array.from({ length: LOGGED_DAYS * 24 }, (_, index) => {
    const day = Math.floor(index / 24);
    const hour = index % 24;
    const wave = Math.cos(((hour - HOTTEST_HOUR) / 24) * 2 * Math.PI);
    // The night is long: so the middle lies below what is assumed for the whole.
    const celsius = ASSUMED_CELSIUS[heat] - 0.55 * SWING[heat] + weather(day) + (SWING[heat] * wave) / (wave > 0 ? 1 : 2);
    const date = addDays(today, day - LOGGED_DAYS);
    return { at: `${date}T${String(hour).padStart(2, '0')}:00:00Z`, celsius: Math.round(celsius * 10) / 10 };
  });
}
