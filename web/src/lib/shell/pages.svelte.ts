export interface Page<T> {
  items: T[];
  next?: string;
}

/** All of a list that is answered a page at a time. */
export async function every<T>(ask: (after?: string) => Promise<Page<T>>): Promise<T[]> {
  const out: T[] = [];
  let after: string | undefined;
  do {
    const page = await ask(after);
    out.push(...page.items);
    after = page.next;
  } while (after);
  return out;
}

/** A list on the screen, to which a page is added when it is asked for. What was shown stays until the next answer. */
export class Pages<T> {
  items = $state.raw<T[]>([]);
  next = $state<string>();
  /** Whether the first answer is there. */
  ready = $state(false);
  busy = $state(false);
  /** Why an answer did not come, in a coach's words. */
  wrong = $state('');
  #ask: (after?: string) => Promise<Page<T>>;
  #run = 0;

  constructor(ask: (after?: string) => Promise<Page<T>>) {
    this.#ask = ask;
  }
  /** The list anew, from its first page. */
  begin = () => this.#read();
  more = () => this.#read(this.next);

  async #read(after?: string) {
    const run = ++this.#run;
    this.busy = true;
    this.wrong = '';
    try {
      const page = await this.#ask(after);
      if (run !== this.#run) return; // asked anew meanwhile
      this.items = after ? [...this.items, ...page.items] : page.items;
      this.next = page.next;
      this.ready = true;
    } catch (error) {
      if (run === this.#run) this.wrong = (error as Error).message;
    } finally {
      if (run === this.#run) this.busy = false;
    }
  }
}
