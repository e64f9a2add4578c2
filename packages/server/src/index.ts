export { serve, type Serving } from './serve.js';
export { readFlags, type Flags } from './flags.js';
export { PrivateMariaDb } from './db/private/private-mariadb.js';
export { SetUpError } from './db/set-up-error.js';
