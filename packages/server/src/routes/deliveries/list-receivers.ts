import { endpoints } from '@renquil/api';
import { defineRoute } from '../../http/route.js';

export const listProjectReceivers = defineRoute(endpoints.listProjectReceivers, {
  handle(_asked, { receivers }) {
    const list = receivers.map(({ title, url, isPractice }) => ({ title, page: isPractice ? url : null }));
    return Promise.resolve({ json: { receivers: list } });
  },
});
