import { listDemoAccounts } from '../../db/people.js';
import { defineRoute } from '../../http/route.js';

export const listDemoPeople = defineRoute({
  method: 'get',
  path: '/api/people/demo',
  needs: 'anyone',
  says: 'The demo people that the sign-in page offers; empty unless the server runs the demo.',
  async handle(_input, { database, demo }) {
    const people = demo ? await listDemoAccounts(database) : [];
    return { json: { people: people.map(({ sign_in, name, role }) => ({ signIn: sign_in, name, role })) } };
  },
});
