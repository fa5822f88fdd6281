import { explain } from '$lib/api/client';
import { keepFile } from '$lib/drill/picture';

/** One of the documents on a shelf. */
export interface Shown {
  id: string;
  title: string;
  own: boolean;
}

/** A kind of document: what it is called, and how it is read, taken out, put back and brought in. */
export interface Kind<T> {
  one: string;
  many: string;
  of: (item: T) => Shown;
  list: () => Promise<T[]>;
  remove: (item: T) => Promise<void>;
  /** Saves a deleted one again. */
  restore: (item: T) => Promise<unknown>;
  file: (ids: string[]) => Promise<string>;
  /** Takes in what is in a file, and answers the titles; a file may be refused with an Error or a Problem. */
  bring?: (text: string) => Promise<string[]>;
  /** What stays where one is deleted. */
  stays: string;
}

/** What was just done, what was wrong with it, and the way back. */
export interface Told {
  words: string;
  wrong?: string[];
  back?: () => Promise<void>;
}

/** A shelf of documents: which there are, which are ticked, and what was done with them. */
export class Shelf<T> {
  items = $state.raw<T[]>([]);
  chosen = $state.raw<string[]>([]);
  told = $state.raw<Told>();

  constructor(readonly kind: Kind<T>) {}

  async again() {
    this.items = await this.kind.list();
  }
  /** Nobody looks at it any longer: nothing is ticked, and what was done is no news. */
  leave() {
    this.chosen = [];
    this.told = undefined;
  }
  choose(item: T) {
    const { id } = this.kind.of(item);
    this.chosen = this.chosen.includes(id) ? this.chosen.filter((c) => c !== id) : [...this.chosen, id];
  }
  async takeOut(ids = this.chosen) {
    try {
      const { one, many } = this.kind;
      keepFile(await this.kind.file(ids), `${ids.length === 1 ? one : many}.json`, 'application/json');
    } catch (error) {
      this.told = { words: (error as Error).message };
    }
  }
  /** Takes in files one after the other, up to one that is refused. */
  async bringIn(files: Iterable<File>) {
    for (const file of files)
      try {
        const titles = await this.kind.bring!(await file.text());
        const what = titles.length === 1 ? `“${titles[0]}”` : `${titles.length} ${this.kind.many}`;
        this.told = { words: `${what} added to my ${this.kind.many}.` };
        await this.again();
      } catch (error) {
        this.told = { words: `${file.name} was not imported. Nothing was added.`, wrong: problems(error) };
        return;
      }
  }
  /** Deletes those that are one's own, with a way back, also for some where the others could not be. */
  async remove(items: T[]) {
    const { kind } = this;
    const mine = items.filter((item) => kind.of(item).own);
    const gone: T[] = [];
    const ids = () => gone.map((item) => kind.of(item).id);
    const back = () =>
      this.tried(async () => {
        for (; gone.length; gone.shift()) await kind.restore(gone[0]!);
        this.told = undefined;
      }, wayBack);
    const wayBack = () => (gone.length ? back : undefined);
    await this.tried(async () => {
      for (const item of mine) {
        await kind.remove(item).catch((error: Error) => {
          throw gone.length
            ? new Error(`${gone.length} of ${mine.length} ${kind.many} deleted. ${error.message}`)
            : error;
        });
        gone.push(item);
      }
      const what = gone.length === 1 ? `“${kind.of(gone[0]!).title}”` : `${gone.length} ${kind.many}`;
      const words = gone.length
        ? `${what} deleted. ${kind.stays}`
        : `${capital(kind.many)} that come with Hodometer cannot be deleted. You can delete only your own.`;
      this.told = { words, back: wayBack() };
    }, wayBack);
    this.chosen = gone.length < mine.length ? this.chosen.filter((id) => !ids().includes(id)) : [];
  }
  /** Does something, says what was wrong with it, with what can still be brought back, and shows what there is then. */
  private async tried(work: () => Promise<void>, wayBack: () => Told['back']) {
    const said = (error: unknown) => ({ words: (error as Error).message, back: wayBack() });
    await work().catch((error: unknown) => (this.told = said(error)));
    await this.again().catch((error: unknown) => (this.told ??= said(error)));
  }
}

const capital = (word: string) => word[0]!.toUpperCase() + word.slice(1);

/** What is wrong with a file, each with its place. */
function problems(error: unknown): string[] {
  if (error instanceof Error) return [error.message];
  const all = (error as { errors?: { field: string; detail: string }[] } | undefined)?.errors;
  return all?.map((e) => `${e.detail} (${e.field})`) ?? [explain(error)];
}
