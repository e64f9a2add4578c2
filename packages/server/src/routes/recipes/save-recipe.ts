import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { parseRecipe } from '@renquil/formats/schemas';
import { recordAudit } from '../../db/projects.js';
import { saveRecipe } from '../../db/recipes.js';
import { defineRoute } from '../../http/route.js';

export const saveProjectRecipe = defineRoute(endpoints.saveProjectRecipe, {
  largeBody: true,
  async handle({ project, account, body }, { database }) {
    const recipe = parseRecipe(body.recipe);
    const name = recipe.name.trim();
    if (!name || name.length > 120)
      throw new RenquilError('recipe-invalid', {
        detail: 'it needs a name of 1 to 120 characters to be kept',
      });
    await database.transaction(async (sql) => {
      await saveRecipe(sql, project.id, { ...recipe, name }, account.id);
      await recordAudit(sql, { project: project.id, account: account.id }, `kept the recipe ${name}`);
    });
    return { json: { name } };
  },
});
