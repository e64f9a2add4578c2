import { RenquilError } from '@renquil/core/errors';
import type { Command, ExitCode } from '../command.js';
import { Remote, RemoteError, remoteOptions, remoteUsage } from '../remote.js';

/** `renquil handoff`: a package built by the server. */
export const handoff: Command = {
  name: 'handoff',
  says: 'Has the server build, read back and keep a package of a scene as it is now, and fetches it. Ends with 1 when the gate is not passed.',
  usage: `renquil handoff SCENE ${remoteUsage} --out PACKAGE.zip`,
  options: { ...remoteOptions, out: { type: 'string' } },
  files: { least: 1, most: 1 },
  async run([scene], values, host): Promise<ExitCode> {
    const out = values['out'] as string | undefined;
    if (values['server'] === undefined || out === undefined)
      throw new RenquilError('usage', { detail: `How it is used: ${this.usage}` });
    const remote = Remote.open(values, host);
    const id = await remote.sceneId(scene!);
    const { scene: now } = await remote.json('GET /api/scenes/:scene', { params: { scene: id } });
    const { job } = await remote.json('POST /api/scenes/:scene/handoffs', {
      params: { scene: id },
      body: { revision: now.revision },
    });
    try {
      const made = await remote.done(job);
      const bytes = await remote.bytes('GET /api/handoffs/:handoff/package', {
        params: { handoff: made.handoff! },
      });
      host.write(out, bytes);
      host.print(`${now.name} is handed off: ${out}, ${bytes.length} bytes\n`);
      return 0;
    } catch (error) {
      if (!(error instanceof RemoteError && error.isCode('handoff-blocked'))) throw error;
      host.complain(`${error.message}\n`);
      return 1;
    }
  },
};
