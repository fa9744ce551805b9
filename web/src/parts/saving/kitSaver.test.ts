import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { ApiError, type Kit, type KitView } from '../../api/client';
import { draftOf, keepDraft } from './drafts';
import { KitSaver, pause, type Shelf } from './kitSaver';

const kit = (name: string): Kit => ({ name, ruler: '1/16 in', matting: { reveal: '1/8 in' } });
const view = (name: string, revision: number): KitView => ({
  slug: 'k',
  revision,
  savedAt: '2026-05-01T09:00:00',
  kit: kit(name),
});

/** A shelf that keeps what is saved, answers when it is told to, and knows the races. */
class TestShelf implements Shelf {
  kit = kit('first');
  revision = 1;
  saves: { name: string; over: number }[] = [];
  #waiting: (() => void)[] = [];
  fails: Error | null = null;
  /** Whether what is saved is saved, and its answer lost on the way. */
  losesAnswer = false;

  save = async (next: Kit, over: number): Promise<KitView> => {
    this.saves.push({ name: next.name, over });
    await new Promise<void>((go) => this.#waiting.push(go));
    if (this.fails) throw this.fails;
    if (over !== this.revision) throw new ApiError(412, 'Somebody else saved meanwhile.');
    this.kit = next;
    this.revision += 1;
    if (this.losesAnswer) {
      this.losesAnswer = false;
      throw new TypeError('The connection was lost.');
    }
    return view(next.name, this.revision);
  };

  newest = () => Promise.resolve({ ...view(this.kit.name, this.revision), kit: this.kit });

  /** The save under way goes on. */
  go = async () => {
    this.#waiting.shift()?.();
    await vi.advanceTimersByTimeAsync(0);
  };
}

let shelf: TestShelf;
let saver: KitSaver;
const state = () => saver.editing().state;
const typed = async (name: string) => {
  saver.change(kit(name));
  await vi.advanceTimersByTimeAsync(pause);
};

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
  shelf = new TestShelf();
  saver = new KitSaver('k', view('first', 1), shelf);
});
afterEach(() => vi.useRealTimers());

describe('a kit that is edited', () => {
  test('is saved after a pause, once for all that was typed in it', async () => {
    saver.change(kit('a'));
    await vi.advanceTimersByTimeAsync(pause - 1);
    await typed('b');
    expect(shelf.saves).toEqual([{ name: 'b', over: 1 }]);
    expect(state()).toBe('saving');
    await shelf.go();
    expect([state(), saver.editing().revision]).toEqual(['saved', 2]);
  });

  test('saves one at a time, each over what the last one left: a slow save is no conflict with oneself', async () => {
    await typed('a');
    await typed('b');
    await typed('c');
    expect(shelf.saves).toHaveLength(1);
    await shelf.go();
    expect(shelf.saves).toEqual([
      { name: 'a', over: 1 },
      { name: 'c', over: 2 },
    ]);
    await shelf.go();
    expect([state(), shelf.kit.name, saver.editing().theirs]).toEqual(['saved', 'c', null]);
  });

  test('is saved at once where somebody goes on, and says whether it is', async () => {
    saver.change(kit('a'));
    const done = saver.flush();
    await shelf.go();
    expect(await done).toBe(true);
    shelf.fails = new Error('The server answered 500.');
    saver.change(kit('b'));
    const not = saver.flush();
    await shelf.go();
    expect(await not).toBe(false);
    expect([state(), saver.editing().trouble]).toEqual(['failed', 'The server answered 500.']);
    // Tried again, it goes through.
    shelf.fails = null;
    const again = saver.flush();
    await shelf.go();
    expect([await again, shelf.kit.name]).toEqual([true, 'b']);
  });

  test('that somebody else saved first waits for a choice, and sends nothing before it', async () => {
    shelf.kit = kit('theirs');
    shelf.revision = 5;
    await typed('mine');
    await shelf.go();
    expect([state(), saver.editing().theirs?.kit.name]).toEqual(['conflict', 'theirs']);
    await typed('mine, further');
    expect([shelf.saves.length, await saver.flush()]).toEqual([1, false]);
    saver.keepMine();
    await shelf.go();
    expect([state(), shelf.kit.name, shelf.revision]).toEqual(['saved', 'mine, further', 6]);
  });

  test('knows its own save again where the answer got lost', async () => {
    shelf.losesAnswer = true;
    await typed('a');
    await shelf.go();
    expect(state()).toBe('failed');
    const again = saver.flush();
    await shelf.go();
    expect([await again, state(), saver.editing().revision]).toEqual([true, 'saved', 2]);
  });

  test('goes back and forth, and what is undone is saved too', async () => {
    await typed('a');
    await shelf.go();
    saver.undo();
    expect(saver.editing().present.name).toBe('first');
    await vi.advanceTimersByTimeAsync(pause);
    await shelf.go();
    expect(shelf.kit.name).toBe('first');
    saver.redo();
    expect(saver.editing().present.name).toBe('a');
  });
});

describe('a draft on the device', () => {
  test('is kept from the first key until it is on the shelf', async () => {
    saver.change(kit('a'));
    expect(draftOf('k')).toMatchObject({ revision: 1, kit: { name: 'a' } });
    await vi.advanceTimersByTimeAsync(pause);
    await shelf.go();
    expect(draftOf('k')).toBeNull();
  });

  test('stays where it could not be saved, and goes with what is taken instead', async () => {
    shelf.revision = 7;
    await typed('mine');
    await shelf.go();
    expect(draftOf('k')?.kit.name).toBe('mine');
    saver.open(view('theirs', 7));
    expect([draftOf('k'), saver.editing().present.name]).toEqual([null, 'theirs']);
  });

  test('that cannot be read is none', () => {
    localStorage.setItem('velvet-fold-draft k', '{"kit":');
    expect(draftOf('k')).toBeNull();
    keepDraft('k', { kit: kit('a'), revision: 1 });
    expect(draftOf('k')?.at).toBeTypeOf('number');
  });
});
