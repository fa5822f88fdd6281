import {
  api,
  need,
  type Block,
  type Fix,
  type Lesson,
  type Plan,
  type Problem,
  type Variant
} from '$lib/api/client';
import { leave, outlives } from '$lib/device/unsaved';
import { answered, EditedDocument, lateOf, type Put } from '$lib/shell/document.svelte';
import { Latest } from '$lib/shell/latest.svelte';
import { moved } from '$lib/tape/tape';
import { settings } from '$lib/units/settings.svelte';
import { v7 } from 'uuid';
import { forgetFresh, keepFresh } from './create';

/** The block that is selected when a lesson is opened: the first drill. */
export const firstSelected = (lesson: Lesson) => (lesson.blocks.find((b) => b.drill) ?? lesson.blocks[0])?.id;

/** What a plan offers, each with a name that it has in another plan of the lesson too. */
function offersOf(plan: Plan): { name: string; fix: Fix }[] {
  const named = (what: string, fix: Fix) => ({ name: [what, ...fix.blocks.map((b) => b.id)].join(' '), fix });
  return [
    ...(plan.notices ?? []).flatMap((n) => n.fixes.map((f, i) => named(`${n.kind} ${n.id ?? ''} ${i}`, f))),
    ...(plan.detail?.levelling ?? []).map((l) => named(`level ${l.what}`, l.fix)),
    ...(plan.detail?.offers ?? []).map((o) => named(`arrange ${o.fix.label}`, o.fix))
  ];
}

/** A lesson being edited: reckoned at once by the server with every change. */
export class Editor extends EditedDocument<Lesson> {
  readonly what = 'lesson';
  get key() {
    return `lesson ${this.lesson.id}`;
  }
  get nothing() {
    return this.version === 0 && !this.lesson.blocks.length;
  }
  #checked: Latest<Plan>;
  #selected = $state<string>();

  constructor(lesson: Lesson, plan: Plan) {
    super(lesson, lesson.version);
    this.#checked = new Latest(plan);
    this.#selected = firstSelected(lesson);
  }

  /** What the lesson comes to, as it was last reckoned. */
  get plan(): Plan | undefined {
    return this.#checked.value;
  }
  get lesson(): Lesson {
    return this.value;
  }
  get block(): Block | undefined {
    return this.lesson.blocks.find((b) => b.id === this.selected);
  }

  get selected() {
    return this.#selected;
  }
  /** Another block: what is reckoned of it only is asked for. */
  set selected(id: string | undefined) {
    if (id === this.#selected) return;
    this.#selected = id;
    if (this.plan?.detail?.id !== id) void this.check();
  }

  change(next: Partial<Lesson>, key = '') {
    this.set({ ...this.lesson, ...next }, key);
  }
  setBlock(id: string, next: Partial<Block>, key = '') {
    this.change({ blocks: this.lesson.blocks.map((b) => (b.id === id ? { ...b, ...next } : b)) }, key);
  }
  /** What was offered, of the lesson as it stands now: a hand can be faster than what is reckoned. */
  async fix(f: Fix) {
    const before = this.plan;
    const now = await this.#checked.newest();
    const was = before && now && before !== now && offersOf(before).find((o) => o.fix === f);
    if (!was) return this.#put(f);
    const same = offersOf(now).find((o) => o.name === was.name);
    if (same) this.#put(same.fix); // else it is offered no longer
  }
  /** Fits the lesson to its length as both stand now. */
  async fit() {
    const plan = await this.#checked.newest();
    if (plan?.fit) this.#put(plan.fit);
  }
  /** All of the blocks, or some that take the place of those with their ids. */
  #put(f: Fix) {
    if (f.whole) this.change({ blocks: f.blocks });
    else this.change({ blocks: this.lesson.blocks.map((b) => f.blocks.find((n) => n.id === b.id) ?? b) });
  }
  /** What one student has for themselves in a block; as the others where nothing is left of it. */
  setVariant(block: Block, student: string, next: Partial<Variant>) {
    const was = block.variants?.find((v) => v.student === student) ?? { student, scale: 1 };
    const own: Variant = { ...was, ...next };
    if (!('cue' in next)) own.rung = undefined; // another target, pace or count is not the gate
    const plain =
      own.scale === 1 &&
      (own.tempo ?? 1) === 1 &&
      !own.bend &&
      !own.begin &&
      !own.rung &&
      !own.cue &&
      !own.counts?.some((c) => c > 0);
    const rest = (block.variants ?? []).filter((v) => v.student !== student);
    this.setBlock(block.id, { variants: plain ? (rest.length ? rest : undefined) : [...rest, own] });
  }
  /** The drill as match play, right after it. */
  async matchFrom(block: Block) {
    const game = await need(api.POST('/api/v1/lessons/matchFrom', { body: block }));
    const at = this.lesson.blocks.findIndex((b) => b.id === block.id);
    this.change({ blocks: this.lesson.blocks.toSpliced(at + 1, 0, game) });
    this.selected = game.id;
  }
  /** The block once more, right after it. */
  duplicate(id: string) {
    const at = this.lesson.blocks.findIndex((b) => b.id === id);
    const copy = { ...this.lesson.blocks[at]!, id: v7() };
    this.change({ blocks: this.lesson.blocks.toSpliced(at + 1, 0, copy) });
    this.selected = copy.id;
  }
  /** In two halves, the second to be changed by itself. */
  split(id: string) {
    const at = this.lesson.blocks.findIndex((b) => b.id === id);
    const block = this.lesson.blocks[at]!;
    if (block.minutes < 2) return;
    const half = Math.ceil(block.minutes / 2);
    const second: Block = {
      ...block,
      id: v7(),
      minutes: block.minutes - half,
      script: block.script?.slice(half)
    };
    const first: Block = { ...block, minutes: half, script: block.script?.slice(0, half) };
    this.change({ blocks: this.lesson.blocks.toSpliced(at, 1, first, second) });
    this.selected = second.id;
  }
  /** With the next one of its kind, as one block of both their minutes. */
  join(id: string) {
    const at = this.lesson.blocks.findIndex((b) => b.id === id);
    const [a, b] = [this.lesson.blocks[at]!, this.lesson.blocks[at + 1]];
    if (!b || !this.joins(id)) return;
    const script = a.script || b.script ? [...(a.script ?? []), ...(b.script ?? [])] : undefined;
    this.change({
      blocks: this.lesson.blocks.toSpliced(at, 2, { ...a, minutes: a.minutes + b.minutes, script })
    });
  }
  /** Whether the next block is of the same kind and, for a drill, the same drill. */
  joins(id: string): boolean {
    const at = this.lesson.blocks.findIndex((b) => b.id === id);
    const [a, b] = [this.lesson.blocks[at], this.lesson.blocks[at + 1]];
    return !!a && !!b && a.kind === b.kind && a.drill?.id === b.drill?.id && a.minutes + b.minutes <= 480;
  }
  /** Adds a block at that place, or after the one selected. */
  add(template: Block, place?: number) {
    const block = { ...template, id: v7() };
    const after = this.lesson.blocks.findIndex((b) => b.id === this.selected) + 1;
    const at = place ?? (after || this.lesson.blocks.length);
    this.change({ blocks: this.lesson.blocks.toSpliced(at, 0, block) });
    this.selected = block.id;
  }
  remove(id: string) {
    const held = this.selected;
    const at = this.lesson.blocks.findIndex((b) => b.id === id);
    this.change({ blocks: this.lesson.blocks.filter((b) => b.id !== id) });
    if (held === id) this.selected = (this.lesson.blocks[at] ?? this.lesson.blocks[at - 1])?.id;
  }
  move(from: number, to: number) {
    this.change({ blocks: moved(this.lesson.blocks, from, to) });
  }

  protected stamp(lesson: Lesson, version: number): Lesson {
    return { ...lesson, version };
  }
  protected changed() {
    // Where the block selected is gone, the one that stands first is taken.
    if (!this.block) this.selected = this.lesson.blocks[0]?.id;
    void this.check();
  }
  protected async put(lesson: Lesson, version: number, leaving: boolean): Promise<Put<Lesson>> {
    const body = { ...lesson, version };
    if (version === 0 && !lesson.blocks.length) {
      keepFresh(lesson); // nothing is saved until it holds something
      return { version };
    }
    const alone = leaving && outlives(body);
    if (leaving && !alone && leave(body, this.key)) return { left: true };
    const { data, error, response } = await api.PUT('/api/v1/lessons/{lesson}', {
      params: { path: { lesson: lesson.id } },
      body,
      keepalive: alone
    });
    answered(response);
    if (data && version === 0) forgetFresh(lesson.id);
    if (data) return { version: data.version, merged: data.version > version + 1 ? data : undefined };
    return lateOf<Lesson>(response, error) ?? { error };
  }

  /** Reckons the lesson as it stands; of many questions the last one counts. */
  async check() {
    await this.#checked.ask(() =>
      api.POST('/api/v1/lessons/check', {
        body: { lesson: this.lesson, units: settings.units, detail: this.selected ?? '' }
      })
    );
    const { problem } = this.#checked;
    if (!problem) this.wrong = {};
    else if (problem instanceof Error) this.lost();
    else this.refuse(problem as Problem);
  }
}
