let audio: AudioContext | undefined;

/** A short tone; silent where the device will not play one. */
export function beep(hertz: number, seconds = 0.18) {
  try {
    audio ??= new AudioContext();
    const tone = audio.createOscillator();
    const gain = audio.createGain();
    tone.frequency.value = hertz;
    gain.gain.setValueAtTime(0.25, audio.currentTime);
    gain.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + seconds);
    tone.connect(gain).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + seconds);
  } catch {
    // Sound is a help, never a need: colour and text say the same.
  }
}

/** A short shake, where the device has one. */
export function buzz(ms: number) {
  navigator.vibrate?.(ms);
}
