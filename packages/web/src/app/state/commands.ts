import { Injectable, signal } from '@angular/core';

/** Something that can be done, by key or by name. */
export interface Command {
  readonly id: string;
  readonly title: string;
  /** Where it is done, or what it is about. */
  readonly hint?: string;
  /** As in `Ctrl Z`; shown, and heard by the page. */
  readonly keys?: string;
  readonly off?: () => boolean;
  /** Not heard while someone types: it would change what is picked behind their back. */
  readonly quiet?: boolean;
  run(): void;
}

/** Everything that can be done where one is; pages put theirs in and take them out again. */
@Injectable({ providedIn: 'root' })
export class Commands {
  readonly #sources = signal<readonly (() => readonly Command[])[]>([]);

  add(source: () => readonly Command[]): () => void {
    this.#sources.update((all) => [...all, source]);
    return () => this.#sources.update((all) => all.filter((one) => one !== source));
  }
  all(): readonly Command[] {
    return this.#sources().flatMap((source) => source());
  }
  /**
   * Runs the command whose keys were pressed. False when there is none that can be done now, or someone is typing; the
   * browser's own meaning of keys that are ours is kept off all the same.
   */
  hear(event: KeyboardEvent): boolean {
    const typing =
      event.target instanceof HTMLElement &&
      (event.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName));
    const pressed = keysOf(event);
    const meant = this.all().filter((one) => one.keys?.toLowerCase() === pressed);
    const command = meant.find((one) => !one.off?.());
    if (!command && meant.length && !typing && pressed.startsWith('ctrl')) event.preventDefault();
    // In a field, plain letters are text, and undo and redo are the field's own.
    if (
      !command ||
      (typing && (command.quiet || !pressed.startsWith('ctrl') || /^ctrl (z|y|shift z)$/.test(pressed)))
    )
      return false;
    event.preventDefault();
    command.run();
    return true;
  }
}

/** The keys of an event, as commands write them. */
export function keysOf(event: KeyboardEvent): string {
  const shift =
    event.shiftKey && event.key.length === 1 && !/[a-z]/i.test(event.key)
      ? ''
      : event.shiftKey
        ? 'shift '
        : '';
  return `${event.ctrlKey || event.metaKey ? 'ctrl ' : ''}${event.altKey ? 'alt ' : ''}${shift}${event.key.toLowerCase()}`;
}
