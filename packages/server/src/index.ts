export { serve, type Serving } from './serve.js';
export { readFlags, type Flags } from './flags.js';
export { SetUpError, startPrivateMariaDb } from './db/private-mariadb.js';
