import { RenquilError } from '@renquil/core';
import { deleteRecipe } from '../../db/recipes.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const deleteProjectRecipe = defineRoute({
  method: 'delete',
  path: '/api/projects/:project/recipes/:recipe',
  needs: 'artist',
  says: 'Deletes a recipe.',
  async handle({ project, params }, { database }) {
    if (!(await deleteRecipe(database, project.id, toId(params['recipe'] ?? ''))))
      throw new RenquilError('not-found', { what: 'recipe' });
    return { json: { deleted: true } };
  },
});
