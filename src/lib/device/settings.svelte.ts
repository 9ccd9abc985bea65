import { recallJson, rememberJson } from './small';
const KEY = 'gauntlet:device';

/** How this device is held and read: kept on it, for whoever works with it. */
class DeviceSettings {
  /** Buttons at the side lie under the left thumb. */
  leftHanded = $state(false);
  /** A connector as eight rows that can be read from the floor, in place of its drawing. */
  big = $state(false);

  /** Takes up what this device kept, and shows it. Call once, in the browser. */
  resume(): void {
    const kept = recallJson<Partial<DeviceSettings>>(KEY);
    this.leftHanded = kept?.leftHanded === true;
    this.big = kept?.big === true;
    this.show();
  }
  set(change: { leftHanded?: boolean; big?: boolean }): void {
    Object.assign(this, change);
    rememberJson(KEY, { leftHanded: this.leftHanded, big: this.big });
    this.show();
  }
  private show(): void {
    document.documentElement.dataset.hand = this.leftHanded ? 'left' : 'right';
  }
}

/** The settings of this device. */
export const settings = new DeviceSettings();
