export type System = 'metric' | 'imperial';

const FOOT = 0.3048;
const INCH = FOOT / 12;

/** Metres as a coach of that system says them: "1.37 m", "4 ft 6 in". */
export function sayLength(metres: number, system: System): string {
  if (system === 'metric') return `${metres.toFixed(2)} m`;
  const inches = Math.round(Math.abs(metres) / INCH);
  const feet = Math.floor(inches / 12);
  const rest = inches % 12;
  const sign = metres < 0 && inches > 0 ? '−' : '';
  if (rest === 0) return `${sign}${feet} ft`;
  return feet === 0 ? `${sign}${rest} in` : `${sign}${feet} ft ${rest} in`;
}

/** A distance run, in metres: "58 m", "2.3 km"; "190 ft", "1.4 mi". */
export function sayRun(metres: number, system: System): string {
  if (system === 'metric')
    return metres < 2000 ? `${Math.round(metres)} m` : `${(metres / 1000).toFixed(1)} km`;
  return metres < 805 ? `${Math.round(metres / FOOT)} ft` : `${(metres / 1609.344).toFixed(1)} mi`;
}

/**
 * Metres from what was typed: "4 ft 6 in", "4'6", "1.37 m", "137 cm"; a bare
 * number is in feet or metres as the system says. Undefined when it is none.
 */
export function readLength(text: string, system: System): number | undefined {
  const t = text.trim().toLowerCase().replace(',', '.').replace('−', '-');
  const number = String.raw`(-?\d+(?:\.\d+)?)`;
  const match = (pattern: string) => new RegExp(`^${pattern}$`).exec(t);
  let m = match(String.raw`${number}\s*(?:ft|feet|')\s*(?:(\d+(?:\.\d+)?)\s*(?:in|"|)?)?`);
  if (m) {
    const feet = Number(m[1]);
    return (feet < 0 ? -1 : 1) * (Math.abs(feet) * FOOT + Number(m[2] ?? 0) * INCH);
  }
  m = match(String.raw`${number}\s*(?:in|")`);
  if (m) return Number(m[1]) * INCH;
  m = match(String.raw`${number}\s*cm`);
  if (m) return Number(m[1]) / 100;
  m = match(String.raw`${number}\s*m`);
  if (m) return Number(m[1]);
  m = match(number);
  return m ? Number(m[1]) * (system === 'metric' ? 1 : FOOT) : undefined;
}

/** How far one press of an arrow key moves something, in metres. */
export function nudge(system: System, fine: boolean): number {
  if (system === 'metric') return fine ? 0.01 : 0.1;
  return fine ? INCH : 6 * INCH;
}
