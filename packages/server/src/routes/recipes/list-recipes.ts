import { endpoints } from '@renquil/api';
import type { Recipe } from '@renquil/core/names/recipe';
import { listRecipes } from '../../db/recipes.js';
import { defineRoute } from '../../http/route.js';

export const listProjectRecipes = defineRoute(endpoints.listProjectRecipes, {
  async handle({ project }, { database }) {
    const rows = await listRecipes(database, project.id);
    return {
      json: {
        recipes: rows.map(({ id, body, author, updated_at }) => ({
          id,
          recipe: JSON.parse(body) as Recipe,
          author,
          at: updated_at,
        })),
      },
    };
  },
});
