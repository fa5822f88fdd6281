/*
 * What a coach presses without looking: the keys that a clicker sends, the buttons of a gamepad, the
 * media keys of a headset. Each press is told once, however often the device says it.
 */

/** What a press does. */
export type Deed = 'good' | 'miss' | 'undo' | 'next' | 'change' | 'start';

/** What a button means, and whose ball it is: 0 whoever is due, 1 and 2 the first and second who hit. */
export interface Meaning {
  does: Deed;
  who: number;
}

/** A press of a button on a kind of remote. */
export interface Press {
  remote: string;
  button: string;
}

/** All that a remote's buttons mean, by remote and button. */
export type Assigned = Record<string, Record<string, Meaning>>;

/** Presses of one button that come closer than this are one, in ms: a bounce, or a key that repeats [trade]. */
export const BOUNCE = 180;

const KEEP = 'remotes';

/** What this device remembers of its remotes. */
export function remembered(): Assigned {
  try {
    return JSON.parse(localStorage.getItem(KEEP) ?? '{}') as Assigned;
  } catch {
    return {}; // written by somebody else
  }
}
export const remember = (all: Assigned) => localStorage.setItem(KEEP, JSON.stringify(all));

/** A press is told once: what follows it at once on the same button is the same press. */
export function once(heard: (p: Press) => void, now = () => performance.now()) {
  const last = new Map<string, number>();
  return (p: Press) => {
    const key = `${p.remote}\n${p.button}`;
    const at = now();
    const before = last.get(key) ?? -Infinity;
    last.set(key, at);
    if (at - before >= BOUNCE) heard(p);
  };
}

export const KEYS = 'Keys';
export const MEDIA = 'Headset or media keys';

/** Keys that move about in a page, or leave what is open. */
const notOurs = ['Tab', 'Escape', 'Shift', 'Control', 'Alt', 'Meta'];

const ACTIONS = [
  'play',
  'pause',
  'nexttrack',
  'previoustrack',
  'stop',
  'seekforward',
  'seekbackward'
] as const;

/** How often gamepads are looked at, in ms: a browser tells of no press by itself. */
const LOOK = 25;

/** Listens to every remote until what it gives is called; to keys that a page needs only where all are meant. */
export function listen(heard: (p: Press) => void, all: () => boolean): () => void {
  const tell = once(heard);
  const key = (e: KeyboardEvent) => {
    if (notOurs.includes(e.key) || e.ctrlKey || e.metaKey || e.altKey) return;
    const name = e.key === ' ' ? 'Space' : e.key;
    const on = (e.target as HTMLElement).closest('button, a');
    if (!all() && ((on && ['Enter', ' '].includes(e.key)) || (e.target as HTMLElement).closest('select')))
      return;
    e.preventDefault();
    if (e.repeat) return; // held down: a system waits longer before the first repeat than a bounce takes
    tell({ remote: KEYS, button: name });
  };
  addEventListener('keydown', key);

  const down = new Map<string, boolean>();
  let timer: ReturnType<typeof setInterval> | undefined;
  const look = () => {
    for (const pad of navigator.getGamepads?.() ?? []) {
      pad?.buttons.forEach((b, i) => {
        const at = `${pad.index} ${i}`;
        // Two of a kind are told apart by their place.
        if (b.pressed && !down.get(at))
          tell({ remote: `${pad.id || 'Gamepad'} ${pad.index + 1}`, button: `Button ${i + 1}` });
        down.set(at, b.pressed);
      });
    }
  };
  // Nothing is looked at where no gamepad is.
  const pads = () => {
    clearInterval(timer);
    timer = (navigator.getGamepads?.() ?? []).some(Boolean) ? setInterval(look, LOOK) : undefined;
  };
  addEventListener('gamepadconnected', pads);
  addEventListener('gamepaddisconnected', pads);
  pads();

  const silence = quiet();
  void silence?.play().catch(() => {}); // without it a browser keeps media keys to itself
  for (const action of ACTIONS) {
    try {
      navigator.mediaSession?.setActionHandler(action, () => {
        void silence?.play().catch(() => {}); // a pause would end the keys
        tell({ remote: MEDIA, button: action });
      });
    } catch {
      // a browser that does not know this one
    }
  }
  return () => {
    removeEventListener('keydown', key);
    removeEventListener('gamepadconnected', pads);
    removeEventListener('gamepaddisconnected', pads);
    clearInterval(timer);
    for (const action of ACTIONS) {
      try {
        navigator.mediaSession?.setActionHandler(action, null);
      } catch {
        // as above
      }
    }
    silence?.pause();
  };
}

/** Ten seconds of nothing, over and over: media keys go to who plays something. */
function quiet(): HTMLAudioElement | undefined {
  if (typeof Audio === 'undefined') return undefined;
  const RATE = 8000;
  const SECONDS = 10;
  const size = RATE * SECONDS;
  const head = new DataView(new ArrayBuffer(44));
  const words = (at: number, text: string) =>
    [...text].forEach((c, i) => head.setUint8(at + i, c.charCodeAt(0)));
  words(0, 'RIFF');
  head.setUint32(4, 36 + size, true);
  words(8, 'WAVEfmt ');
  head.setUint32(16, 16, true);
  head.setUint16(20, 1, true); // PCM
  head.setUint16(22, 1, true); // one channel
  head.setUint32(24, RATE, true);
  head.setUint32(28, RATE, true);
  head.setUint16(32, 1, true);
  head.setUint16(34, 8, true); // bits
  words(36, 'data');
  head.setUint32(40, size, true);
  const audio = new Audio(
    URL.createObjectURL(new Blob([head, new Uint8Array(size).fill(128)], { type: 'audio/wav' }))
  );
  audio.loop = true;
  return audio;
}
