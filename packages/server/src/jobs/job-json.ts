import { readOwn } from '@renquil/core/own-json';
import type { Before, JobInfo } from '@renquil/api';
import type { JobRow } from '../db/jobs.js';

/** A job as pages see it. */
export function jobJson(job: JobRow): Before<JobInfo> {
  const parse = <T>(text: string | null) => (text === null ? null : readOwn<T>(text));
  return {
    id: job.id,
    kind: job.kind,
    state: job.state,
    stage: job.stage,
    done: Number(job.done),
    total: Number(job.total),
    result: parse<JobInfo['result']>(job.result),
    error: parse<JobInfo['error']>(job.error),
    author: job.author_name,
    scene: job.scene_id,
    /** What it is about: the file that was brought in. */
    about: aboutOf(job),
    again: Boolean(job.again),
    at: job.created_at,
  };
}

function aboutOf(job: JobRow): string | null {
  const { files } = readOwn<{ files?: readonly { path: string }[] }>(job.input);
  return files?.find(({ path }) => /\.(glb|gltf)$/i.test(path))?.path ?? files?.[0]?.path ?? null;
}
