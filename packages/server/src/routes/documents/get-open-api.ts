import { endpoints, openApi } from '@renquil/api';
import { defineRoute } from '../../http/route.js';

let made: ReturnType<typeof openApi> | undefined;

export const getOpenApi = defineRoute(endpoints.getOpenApi, {
  async handle() {
    return { json: (made ??= openApi()) };
  },
});
