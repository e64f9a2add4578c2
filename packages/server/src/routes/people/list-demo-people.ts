import { endpoints } from '@renquil/api';
import { listDemoAccounts } from '../../db/people.js';
import { defineRoute } from '../../http/route.js';

export const listDemoPeople = defineRoute(endpoints.listDemoPeople, {
  async handle(_input, { database, demo }) {
    const people = demo ? await listDemoAccounts(database) : [];
    return { json: { people: people.map(({ sign_in, name, role }) => ({ signIn: sign_in, name, role })) } };
  },
});
