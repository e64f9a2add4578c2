import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { deleteRecipe } from '../../db/recipes.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const deleteProjectRecipe = defineRoute(endpoints.deleteProjectRecipe, {
  async handle({ project, params }, { database }) {
    if (!(await deleteRecipe(database, project.id, toId(params.recipe))))
      throw new RenquilError('not-found', { what: 'recipe' });
    return { json: { deleted: true } };
  },
});
