import { readOwn } from '@renquil/core/own-json';
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
          recipe: readOwn<Recipe>(body),
          author,
          at: updated_at,
        })),
      },
    };
  },
});
