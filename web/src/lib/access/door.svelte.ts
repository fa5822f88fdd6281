import { api, explain, type Access } from '$lib/api/client';
import { clock } from '$lib/device/clock.svelte';
import { FILE, meet, sendNow } from '$lib/device/outbox';
import { standIn } from '$lib/units/when';
import { forget } from '$lib/device/packs';

const OFTEN = 5000; // ms between looks at whether the club can be written, and who we are
const LAST = 'door';

/**
 * Who this device is to the server, and whether the server can keep what is done. Asked
 * again every few seconds, so that trouble shows on every screen and not only where
 * somebody saves. Without an answer it is what it was.
 */
class Door {
  access = $state.raw<Access | undefined>(remembered());
  /** It was asked at least once, or is remembered; until then no screen asks for what may not be its. */
  ready = $state(this.access !== undefined);
  /** The server said that this device is not in, as against saying nothing. */
  readonly out = $derived(this.access?.role === 'nobody');
  readonly coach = $derived(['coach', 'owner'].includes(this.access?.role ?? 'owner'));
  readonly owner = $derived((this.access?.role ?? 'owner') === 'owner');

  take(access: Access) {
    standIn(access.zone);
    const back = this.out && access.role !== 'nobody';
    this.access = access;
    // Pictures of addresses are of no use later.
    localStorage.setItem(LAST, JSON.stringify({ ...access, links: [], trust: [] }));
    if (back) sendNow();
  }
  async look() {
    const { data, response } = await api
      .GET('/api/v1/access')
      .catch(() => ({ data: undefined, response: undefined }));
    clock.heard(response?.headers.get('Date') ?? null);
    void meet(response?.headers.get(FILE));
    if (data) this.take(data);
    this.ready = true;
  }
  /** Looks now and from then on; gives how to stop. */
  watch() {
    void this.look();
    const again = setInterval(() => document.visibilityState === 'visible' && void this.look(), OFTEN);
    return () => clearInterval(again);
  }
  /** Comes in; throws in a coach's words where the door stays shut. */
  async signIn(passphrase: string, coach?: string) {
    const answer = api.POST('/api/v1/access/signIn', { body: { coach, passphrase, name: deviceName() } });
    this.take(await came(answer));
  }
  async pair(code: string, name = deviceName()) {
    this.take(await came(api.POST('/api/v1/access/pair', { body: { code, name } })));
  }
  async signOut() {
    await api.POST('/api/v1/access/signOut');
    await forget();
    await this.look();
  }
}

async function came(answer: Promise<{ data?: Access; error?: unknown }>): Promise<Access> {
  const { data, error } = await answer.catch((error: unknown) => ({ data: undefined, error }));
  if (!data) throw new Error(explain(error));
  return data;
}

function remembered(): Access | undefined {
  try {
    const access = JSON.parse(localStorage.getItem(LAST) ?? '') as Access;
    standIn(access.zone);
    return access;
  } catch {
    return undefined;
  }
}

/** What a device is called until somebody names it. */
export function deviceName(agent = navigator.userAgent): string {
  const kinds: [RegExp, string][] = [
    [/iPhone/, 'iPhone'],
    [/iPad/, 'iPad'],
    [/Android.*Mobile/, 'Android phone'],
    [/Android/, 'Android tablet'],
    [/Macintosh/, 'Mac'],
    [/Windows/, 'Windows laptop'],
    [/CrOS/, 'Chromebook']
  ];
  return kinds.find(([kind]) => kind.test(agent))?.[1] ?? 'Laptop';
}

export const door = new Door();
