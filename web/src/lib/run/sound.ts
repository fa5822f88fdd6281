let audio: AudioContext | undefined;

/** The device's audio clock, made at the first press: a browser wants one before it plays. */
export function unlock(): AudioContext | undefined {
  try {
    audio ??= new AudioContext();
    if (audio.state === 'suspended') void audio.resume();
  } catch {
    // Sound is a help, never a need: colour and text say the same.
  }
  return audio;
}

/** A short tone at a time of the audio clock; stopped before then, it is never heard. */
export function tone(
  on: AudioContext,
  at: number,
  hertz: number,
  seconds = 0.12,
  volume = 0.25
): AudioScheduledSourceNode {
  const source = on.createOscillator();
  const gain = on.createGain();
  source.frequency.value = hertz;
  gain.gain.setValueAtTime(volume, at);
  gain.gain.exponentialRampToValueAtTime(0.001, at + seconds);
  source.connect(gain).connect(on.destination);
  source.start(at);
  source.stop(at + seconds);
  return source;
}

/** A tone now; silent where the device will not play one. */
export function beep(hertz: number, seconds = 0.18) {
  const on = unlock();
  if (on) tone(on, on.currentTime, hertz, seconds);
}

/** A short shake, where the device has one. */
export function buzz(pattern: number | number[]) {
  navigator.vibrate?.(pattern);
}

/** What is called over the court: ten seconds left, time over, and a change of places. */
export function call(what: 'soon' | 'over' | 'change') {
  const on = unlock();
  const now = on?.currentTime ?? 0;
  const notes = { soon: [660], over: [880, 880], change: [660, 880, 660] }[what];
  notes.forEach((hertz, i) => on && tone(on, now + 0.2 * i, hertz, what === 'over' ? 0.4 : 0.18));
  buzz({ soon: [120], over: [400], change: [200, 80, 200] }[what]);
}

/** Words over the court, in the language of the page. What was being said is cut off: a late word is worse. */
export function say(words: string, rate = 1.2) {
  const voice = globalThis.speechSynthesis as SpeechSynthesis | undefined;
  if (!voice) return;
  voice.cancel();
  const said = new SpeechSynthesisUtterance(words);
  said.lang = document.documentElement.lang || 'en-GB';
  said.rate = rate;
  voice.speak(said);
}

/** That a press was heard: high for good, low for a miss, in between for anything else. */
export function heard(what: string) {
  const hertz = { good: 1320, miss: 330 }[what] ?? 660;
  beep(hertz, what === 'miss' ? 0.25 : 0.12);
  buzz(what === 'miss' ? [60, 60, 60] : 40);
}
