import { stopTestMariaDb } from './test-server.js';

afterAll(async () => stopTestMariaDb());
