import { flatGlb } from '@renquil/formats/testing';
import type { Person } from './person.js';
import { sleep } from './clock.js';

/** Brings a scene in, whatever happens meanwhile, under one request id. @returns its number */
export async function bringIn(
  person: Person,
  name: string,
  nodes: number,
  request: string,
  deadline: number,
): Promise<number> {
  const form = (): FormData => {
    const made = new FormData();
    made.append('file', new Blob([Buffer.from(flatGlb(nodes, name))]), `${name}.glb`);
    return made;
  };
  const path = `/api/projects/brannick-pass/imports?id=${request}`;
  const asked = await person.until<{ job: number }>('POST', path, form, deadline);
  if (asked?.status !== 202) throw new Error(`an import was answered with ${JSON.stringify(asked)}`);
  return (await jobResult(person, asked.body.job, deadline)).scene!;
}
export async function jobResult(
  person: Person,
  job: number,
  deadline: number,
): Promise<{ scene?: number; handoff?: number }> {
  while (Date.now() < deadline) {
    const answer = await person.until<{
      state: string;
      result: { scene?: number; handoff?: number } | null;
      error: { code: string } | null;
    }>('GET', `/api/jobs/${job}`, () => undefined, deadline);
    if (answer?.body.state === 'done') return answer.body.result!;
    // Killed three times over the same job: given up, in words, and asked again as a person would.
    const isGivenUp = answer?.body.error?.code === 'job-given-up';
    if (answer?.body.state === 'failed' && isGivenUp)
      await person.until('POST', `/api/jobs/${job}/again`, () => ({}), deadline);
    else if (answer?.body.state === 'failed')
      throw new Error(`job ${job} failed: ${JSON.stringify(answer.body.error)}`);
    await sleep(100);
  }
  throw new Error(`job ${job} was not done in time`);
}
