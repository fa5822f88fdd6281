/** Seconds as "4:05"; below zero as "+1:20", time run over. */
export function sayLeft(seconds: number): string {
  const s = Math.abs(seconds < 0 ? Math.floor(seconds) : Math.ceil(seconds));
  return `${seconds < 0 ? '+' : ''}${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
}

/** Which one-minute role is on, when the next begins, in seconds, and how far through it is. */
export function roleAt(elapsedMs: number, roles: number) {
  const minute = Math.min(Math.max(0, roles - 1), Math.floor(elapsedMs / 60000));
  const into = elapsedMs / 1000 - minute * 60;
  return { minute, left: Math.max(0, 60 - into), last: minute === roles - 1 };
}
