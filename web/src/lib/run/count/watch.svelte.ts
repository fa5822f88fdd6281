/**
 * A stopwatch of one student at one stage, started by a press. When it started is kept
 * on the device, so that a reload does not stop it; what it shows becomes an event only
 * when it is stopped or a lap is taken.
 */
export class Watch {
  since = $state(0);
  readonly #key: string;

  private constructor(key: string) {
    this.#key = `watch ${key}`;
    this.since = Number(localStorage.getItem(this.#key) ?? 0);
  }
  static #all: Record<string, Watch> = {};
  /** The stopwatch of that name: whoever asks for it, by button, key or clicker, has the same one. */
  static of(key: string): Watch {
    return (this.#all[key] ??= new Watch(key));
  }

  elapsed(now: number): number {
    return this.since ? Math.max(0, now - this.since) : 0;
  }
  start() {
    this.since = Date.now();
    localStorage.setItem(this.#key, String(this.since));
  }
  /** Milliseconds since the start; it goes on from here as a lap, or stands. */
  take(lap: boolean): number {
    const ms = this.elapsed(Date.now());
    if (lap) this.start();
    else this.stop();
    return ms;
  }
  stop() {
    this.since = 0;
    localStorage.removeItem(this.#key);
  }
}
