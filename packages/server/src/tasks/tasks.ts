import { buildHandoffTask } from './build-handoff.js';
import { tryTargetTask } from './try-target.js';
import { checkVersionTask } from './check-version.js';
import { comparePackagesTask } from './compare-packages.js';
import { countWordsTask } from './count-words.js';
import { fitConventionsTask } from './fit-conventions.js';
import { learnConventionTask } from './learn-convention.js';
import { listChangesTask } from './list-changes.js';
import { planRestoreTask } from './plan-restore.js';
import { readArrival } from './read-arrival.js';
import { readSceneTask } from './read-scene.js';
import { refreshTask } from './refresh.js';
import { renameWordTask } from './rename-word.js';
import { tryConventionTask } from './try-convention.js';
import { writeCopyTask } from './write-copy.js';

/** Every task, by its name. */
export const taskRegistry = {
  'build-handoff': buildHandoffTask,
  'check-version': checkVersionTask,
  'try-target': tryTargetTask,
  'compare-packages': comparePackagesTask,
  'count-words': countWordsTask,
  'fit-conventions': fitConventionsTask,
  'learn-convention': learnConventionTask,
  'list-changes': listChangesTask,
  'plan-restore': planRestoreTask,
  'read-arrival': readArrival,
  'read-scene': readSceneTask,
  refresh: refreshTask,
  'rename-word': renameWordTask,
  'try-convention': tryConventionTask,
  'write-copy': writeCopyTask,
} as const;

/** A task of the registry. */
export type TaskName = keyof typeof taskRegistry;
/** What a task takes. */
export type TaskInput<N extends TaskName> = Parameters<(typeof taskRegistry)[N]>[0];
/** What a task gives. */
export type TaskOutput<N extends TaskName> = Awaited<ReturnType<(typeof taskRegistry)[N]>>;
