import type { System } from './length';

const MPH = 0.44704;
const KMH = 1 / 3.6;

/** Metres per second as a coach of that system says them: "97 km/h", "60 mph". */
export function saySpeed(metresPerSecond: number, system: System): string {
  return system === 'metric'
    ? `${Math.round(metresPerSecond / KMH)} km/h`
    : `${Math.round(metresPerSecond / MPH)} mph`;
}

/** Metres per second from what was typed: "97 km/h", "60 mph", "27 m/s"; a bare number is in km/h or mph as the system says. */
export function readSpeed(text: string, system: System): number | undefined {
  const m = /^(\d+(?:\.\d+)?)\s*(km\/h|kmh|kph|mph|m\/s)?$/.exec(text.trim().toLowerCase().replace(',', '.'));
  if (!m) return undefined;
  const unit = m[2] ?? (system === 'metric' ? 'km/h' : 'mph');
  return Number(m[1]) * (unit === 'm/s' ? 1 : unit === 'mph' ? MPH : KMH);
}

/** One step of a speed in metres per second: a km/h or a mile an hour, or five. */
export function speedStep(system: System, coarse = false): number {
  return (system === 'metric' ? KMH : MPH) * (coarse ? 5 : 1);
}
