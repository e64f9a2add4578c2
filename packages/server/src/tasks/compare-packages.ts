import { comparePackages, type PackageChanges } from '@renquil/formats/handoff';

/** Of each kind of change so many are listed; all are counted. */
const most = 200;

/** What of a package is other than in one before it, by their names.csv. */
export function comparePackagesTask({ before, after }: { before: Uint8Array; after: Uint8Array }): {
  readonly counts: Readonly<Record<keyof PackageChanges, number>>;
  readonly first: PackageChanges;
} {
  const text = (bytes: Uint8Array): string => new TextDecoder().decode(bytes.slice());
  const { renamed, moved, added, gone } = comparePackages(text(before), text(after));
  return {
    counts: { renamed: renamed.length, moved: moved.length, added: added.length, gone: gone.length },
    first: {
      renamed: renamed.slice(0, most),
      moved: moved.slice(0, most),
      added: added.slice(0, most),
      gone: gone.slice(0, most),
    },
  };
}
