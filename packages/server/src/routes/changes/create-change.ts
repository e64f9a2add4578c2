import { defineRoute } from '../../http/route.js';
import { commitPosted } from '../../scenes/commit-change.js';
import { changesText } from '../../http/changes-text.js';

export const createChange = defineRoute<Buffer>({
  method: 'post',
  path: '/api/scenes/:scene/changes',
  needs: 'artist',
  says: 'Puts a change (id, base revision, label, edits) on top of the newest revision, or refuses it and names the object. The same id twice is one change; the same id for another one is refused.',
  rawBody: true,
  async handle({ scene, account, body }, services) {
    const { revision, missed } = await commitPosted(services, scene, account, body);
    return { jsonText: `{"revision":${revision},"missed":${changesText(missed)}}` };
  },
});
