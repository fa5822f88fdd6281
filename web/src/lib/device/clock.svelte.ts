/**
 * The time as this device tells it. Where its clock is plainly wrong the coach is asked once: with the server's
 * time agreed on, what is counted is dated by that.
 */
const KEPT = 'clock';
/** From how far apart on nobody would call it slow: a wrong day, not a few minutes. */
const PLAINLY = 12 * 3600_000;

interface Kept {
  /** The server's time counts, or the device's. */
  trust: 'server' | 'device';
  /** Server less device, in ms, when it was last heard. */
  off: number;
}

class Clock {
  #kept = $state.raw<Kept | undefined>(read());
  /** Server less device as heard last; 0 before. */
  off = $state(0);
  /** It is to be asked about. */
  readonly ask = $derived(Math.abs(this.off) > PLAINLY && !this.#kept);

  now(): number {
    return Date.now() + (this.#kept?.trust === 'server' ? this.#kept.off : 0);
  }
  /** The server said what time it is, in the date of an answer. */
  heard(date: string | null, at = Date.now()) {
    const said = Date.parse(date ?? '');
    if (Number.isNaN(said)) return;
    this.off = said - at;
    if (Math.abs(this.off) <= PLAINLY)
      this.#keep(undefined); // it was set right: what was agreed is over
    else if (this.#kept?.trust === 'server') this.#keep({ trust: 'server', off: this.off });
  }
  answer(trust: Kept['trust']) {
    this.#keep({ trust, off: this.off });
  }
  #keep(kept: Kept | undefined) {
    if (!kept && !this.#kept) return;
    this.#kept = kept;
    if (kept) localStorage.setItem(KEPT, JSON.stringify(kept));
    else localStorage.removeItem(KEPT);
  }
}

function read(): Kept | undefined {
  try {
    return JSON.parse(localStorage.getItem(KEPT) ?? '') as Kept;
  } catch {
    return undefined;
  }
}

export const clock = new Clock();
