import { endpoints, openApi } from '@renquil/api';
import { defineRoute } from '../../http/route.js';

/** Made once: it is the same for everybody, and anybody may ask. */
let text: string | undefined;

export const getOpenApi = defineRoute(endpoints.getOpenApi, {
  async handle() {
    return { jsonText: (text ??= JSON.stringify(openApi())) };
  },
});
