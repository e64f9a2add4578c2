import { endpoints, type Endpoint } from '@renquil/api';
import { seenReplies } from './check-reply.js';

// Of all specs together, so it can only be said when all of them ran.
afterAll(() => {
  const isWhole = !process.argv.some((argument) => argument.startsWith('--filter'));
  const unseen = Object.entries<Endpoint>(endpoints)
    .filter(([, endpoint]) => endpoint.reply && !seenReplies.has(endpoint))
    .map(([name]) => name);
  if (isWhole && unseen.length)
    throw new Error(
      `No spec has seen these endpoints answer, so nothing holds them to their contract: ${unseen.join(', ')}`,
    );
});
