import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { shippedConventions } from '@renquil/core/names';
import { findConvention, saveStandard } from '../../db/conventions.js';
import { recordAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';

export const chooseStandard = defineRoute(endpoints.chooseStandard, {
  async handle({ project, account, body }, { database }) {
    const name = await database.transaction(async (sql) => {
      const name = await choose();
      await recordAudit(
        sql,
        { project: project.id, account: account.id },
        `chose ${name} for what is brought in`,
      );
      return name;
      async function choose(): Promise<string> {
        if (body.shipped !== undefined) {
          const shipped = Object.hasOwn(shippedConventions, body.shipped)
            ? shippedConventions[body.shipped]
            : undefined;
          if (!shipped) throw new RenquilError('not-found', { what: 'convention' });
          await saveStandard(sql, project.id, { shipped: body.shipped });
          return shipped.name;
        }
        const row = await findConvention(sql, project.id, body.convention!);
        if (row.revision === 0)
          throw new RenquilError('request-invalid', { detail: `"${row.name}" was never published` });
        await saveStandard(sql, project.id, { id: row.id });
        return row.name;
      }
    });
    return { json: { name } };
  },
});
