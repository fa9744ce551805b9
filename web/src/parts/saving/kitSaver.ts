import i18next from 'i18next';
import { ApiError, type Kit, type KitView } from '../../api/client';
import { dropDraft, keepDraft } from './drafts';
import { sameKit } from './sameKit';

/** How the document on the screen stands to the one on the shelf. */
export type SaveState = 'saved' | 'waiting' | 'saving' | 'failed' | 'conflict';

/** A kit while it is edited. */
export interface Editing {
  /** The document as it is on the screen, without counts of stock. */
  present: Kit;
  past: readonly Kit[];
  future: readonly Kit[];
  /** The document as it is on the shelf, and its revision. */
  saved: Kit;
  revision: number;
  state: SaveState;
  /** Why the last save failed. */
  trouble: string | null;
  /** What somebody else saved first, while a choice is open. */
  theirs: KitView | null;
}

/** Where kits are kept. */
export interface Shelf {
  /** Saves a document over a revision; an ApiError with status 412 where another was saved meanwhile. */
  save: (kit: Kit, revision: number) => Promise<KitView>;
  newest: () => Promise<KitView>;
}

const longestHistory = 200;

/** How long a pause in typing is before what was typed is saved, in milliseconds. */
export const pause = 400;

/**
 * Saves one kit while it is edited: one save at a time, over the version the last one left; what is typed meanwhile is saved
 * after it. Until it is saved, what was typed is kept on this device too.
 */
export class KitSaver {
  #editing: Editing;
  #timer: ReturnType<typeof setTimeout> | null = null;
  #running: Promise<void> | null = null;
  readonly #listeners = new Set<() => void>();

  constructor(
    readonly slug: string,
    view: KitView,
    private readonly shelf: Shelf,
  ) {
    this.#editing = opened(view);
  }

  /** What is edited; another object after every change. */
  readonly editing = (): Editing => this.#editing;

  /** Told after every change, until the answer is called. */
  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly change = (kit: Kit): void => {
    const { past, present } = this.#editing;
    if (kit === present) return;
    this.#edit({ present: kit, past: [...past.slice(-longestHistory), present], future: [] });
  };

  readonly undo = (): void => {
    const { past, present, future } = this.#editing;
    const before = past.at(-1);
    if (before) this.#edit({ present: before, past: past.slice(0, -1), future: [present, ...future] });
  };

  readonly redo = (): void => {
    const { past, present, future } = this.#editing;
    const [after, ...rest] = future;
    if (after) this.#edit({ present: after, past: [...past, present], future: rest });
  };

  /** Saves at once what is not saved yet; whether all of it is on the shelf then. */
  readonly flush = async (): Promise<boolean> => {
    this.#stopTimer();
    if (this.#editing.state !== 'saved' && this.#editing.state !== 'conflict') await this.#save();
    return this.#editing.state === 'saved';
  };

  /** Saves what is on the screen over what somebody else saved. */
  readonly keepMine = (): void => {
    const { theirs } = this.#editing;
    if (!theirs) return;
    this.#set({ revision: theirs.revision, theirs: null, state: 'waiting' });
    void this.#save();
  };

  /** Saves one version of the two over what somebody else saved. */
  readonly settle = (kit: Kit): void => {
    const { theirs, past, present } = this.#editing;
    if (!theirs) return;
    this.#set({ saved: theirs.kit });
    this.#edit({ present: kit, past: [...past.slice(-longestHistory), present], future: [] });
    this.keepMine();
  };

  /** Shows what is on the shelf; what is on the screen is let go. */
  readonly open = (view: KitView): void => {
    this.#stopTimer();
    this.#editing = opened(view);
    dropDraft(this.slug);
    this.#tell();
  };

  /** Takes over what the server saved by itself, where nothing else is under way here. */
  readonly seen = (view: KitView): void => {
    if (view.revision > this.#editing.revision && this.#editing.state === 'saved') this.open(view);
  };

  /** Stops waiting; what is not saved is sent off without anybody looking at the answer. */
  readonly leave = (): void => {
    void this.flush();
  };

  #edit(next: Pick<Editing, 'present' | 'past' | 'future'>) {
    const { state, saved, revision } = this.#editing;
    const same = next.present === saved;
    // A change while a conflict is open keeps it open: nothing is sent before the person has chosen.
    this.#set({
      ...next,
      trouble: null,
      state: state === 'conflict' ? 'conflict' : state === 'saving' ? 'saving' : same ? 'saved' : 'waiting',
    });
    if (same && state !== 'saving') dropDraft(this.slug);
    else keepDraft(this.slug, { kit: next.present, revision });
    this.#stopTimer();
    if (this.#editing.state === 'waiting') this.#timer = setTimeout(() => void this.#save(), pause);
  }

  #save(): Promise<void> {
    this.#running ??= this.#saveAll().finally(() => (this.#running = null));
    return this.#running;
  }

  async #saveAll(): Promise<void> {
    this.#stopTimer();
    while (this.#editing.present !== this.#editing.saved) {
      const { present: sent, revision } = this.#editing;
      this.#set({ state: 'saving', trouble: null });
      try {
        const view = await this.shelf.save(sent, revision);
        this.#set({ saved: sent, revision: view.revision, theirs: null });
      } catch (error) {
        if (await this.#refused(error, sent)) return;
      }
    }
    dropDraft(this.slug);
    this.#set({ state: 'saved' });
  }

  // Whether saving ends with it: not where the other who saved was this screen, whose answer got lost.
  async #refused(error: unknown, sent: Kit): Promise<boolean> {
    const trouble = error instanceof Error ? error.message : i18next.t('trouble.unsaved');
    if (!(error instanceof ApiError) || error.status !== 412) {
      this.#set({ state: 'failed', trouble });
      return true;
    }
    try {
      const theirs = await this.shelf.newest();
      if (sameKit(theirs.kit, sent)) {
        this.#set({ saved: sent, revision: theirs.revision });
        return false;
      }
      this.#set({ state: 'conflict', theirs });
    } catch {
      this.#set({ state: 'failed', trouble });
    }
    return true;
  }

  #stopTimer() {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = null;
  }

  #set(over: Partial<Editing>) {
    this.#editing = { ...this.#editing, ...over };
    this.#tell();
  }

  #tell() {
    for (const listener of this.#listeners) listener();
  }
}

const opened = (view: KitView): Editing => ({
  present: view.kit,
  past: [],
  future: [],
  saved: view.kit,
  revision: view.revision,
  state: 'saved',
  trouble: null,
  theirs: null,
});
