import type { System } from './length';

/** What this device likes, kept on the device. */
class Settings {
  units = $state<System>((localStorage.getItem('units') as System | null) ?? 'imperial');
  theme = $state(document.documentElement.dataset.theme ?? 'chalk');

  /** The thumb that counts: Good lies under it. */
  thumb = $state<'left' | 'right'>(localStorage.getItem('thumb') === 'left' ? 'left' : 'right');

  /** Calls are spoken, not only sounded. */
  voice = $state(localStorage.getItem('voice') === 'on');

  toggleVoice() {
    this.voice = !this.voice;
    localStorage.setItem('voice', this.voice ? 'on' : 'off');
  }
  toggleThumb() {
    this.thumb = this.thumb === 'left' ? 'right' : 'left';
    localStorage.setItem('thumb', this.thumb);
  }
  toggleUnits() {
    this.units = this.units === 'metric' ? 'imperial' : 'metric';
    localStorage.setItem('units', this.units);
  }

  toggleTheme() {
    this.theme = this.theme === 'chalk' ? 'lamplight' : 'chalk';
    localStorage.setItem('theme', this.theme);
    document.documentElement.dataset.theme = this.theme;
  }
}

export const settings = new Settings();
