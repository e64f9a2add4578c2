import { endpoints } from '@renquil/api';
import { defineRawRoute } from '../../http/route.js';
import { commitPosted } from '../../scenes/commit-change.js';
import { changesText } from '../../http/changes-text.js';

export const createChange = defineRawRoute(endpoints.createChange, {
  async handle({ scene, account, body }, services) {
    const { revision, missed } = await commitPosted(services, scene, account, body);
    return { jsonText: `{"revision":${revision},"missed":${changesText(missed)}}` };
  },
});
