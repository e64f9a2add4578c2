import type { Recipe } from '@renquil/core/names/recipe';
import { list, object } from '../objects.js';
import { anyObject, flag, id, text, time, unchecked } from '../values.js';
import { endpoint } from '../endpoint.js';

export const keptRecipe = object({ id: id(), recipe: anyObject<Recipe>(), author: text(), at: time() });

export const deleteProjectRecipe = endpoint({
  method: 'delete',
  path: '/api/projects/:project/recipes/:recipe',
  needs: 'artist',
  says: 'Deletes a recipe.',
  reply: object({ deleted: flag() }),
});

export const listProjectRecipes = endpoint({
  method: 'get',
  path: '/api/projects/:project/recipes',
  needs: 'viewer',
  says: 'The rename recipes kept for a project.',
  reply: object({ recipes: list(keptRecipe) }),
});

export const saveProjectRecipe = endpoint({
  method: 'put',
  path: '/api/projects/:project/recipes',
  needs: 'artist',
  says: 'Keeps a recipe under its name, in place of an older one of that name.',
  body: object({ recipe: unchecked<Recipe>() }),
  reply: object({ name: text() }),
});
