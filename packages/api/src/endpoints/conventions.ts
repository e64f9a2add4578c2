import { severities } from '@renquil/core/checks';
import type { Convention, Misfit } from '@renquil/core/names';
import type { LearnedGuess } from '@renquil/core/names/learn';
import { about, filled, nullable, optional } from '../shape.js';
import { list, object } from '../objects.js';
import { anyObject, count, flag, id, integer, oneOf, text, time, unchecked, yes } from '../values.js';
import { endpoint, roles } from '../endpoint.js';
import { projectName } from './shared.js';

export const convention = about(
  'The rules of names and hierarchy of a studio: docs/names.md.',
  anyObject<Convention>(),
);
/** One that is sent: the handler's own reader checks it and names the place of what is wrong. */
const draft = () =>
  about('The rules of names and hierarchy of a studio: docs/names.md.', unchecked<Convention>());
/** One of the project by its number, or one that comes with Renquil by its id. */
const which = { id: nullable(id()), shipped: nullable(text()) };
/** What a scene is held to; without an id it comes with Renquil. */
export const pinnedConvention = object({
  ...which,
  name: text(),
  revision: count(),
  body: convention,
  /** Whether anybody has said that it is held to this. */
  settled: flag(),
});
/** How many names of a scene a convention takes as they are. */
export const fittedConvention = object({
  ...which,
  name: text(),
  revision: count(),
  objects: count(),
  asked: count(),
  fits: count(),
});
export const conventionList = object({
  project: projectName,
  role: oneOf(...roles),
  /** What scenes that are brought in are held to. */
  standard: object(which),
  conventions: list(
    object({
      id: id(),
      name: text(),
      revision: count(),
      draft: flag(),
      draftBy: nullable(text()),
      draftAt: nullable(time()),
      scenes: count(),
    }),
  ),
  shipped: list(object({ id: text(), name: text(), scenes: count() })),
});
export const conventionInfo = object({
  id: id(),
  name: text(),
  revision: count(),
  body: nullable(convention),
  draft: nullable(convention),
  draftBy: nullable(text()),
  draftAt: nullable(time()),
  revisions: list(object({ revision: id(), note: text(), author: text(), at: time() })),
  scenes: list(object({ id: id(), name: text(), revision: id() })),
});
const triedName = object({
  id: id(),
  name: text(),
  fits: flag(),
  misfit: nullable(anyObject<Misfit>()),
});
const triedRule = object({
  check: text(),
  title: text(),
  severity: oneOf(...severities),
  before: count(),
  after: count(),
  first: list(object({ id: id(), name: text(), says: text() })),
});
export const triedScene = object({
  id: id(),
  name: text(),
  convention: text(),
  revision: count(),
  names: count(),
  fitBefore: count(),
  fitAfter: count(),
  lost: list(triedName),
  won: list(triedName),
  /** What its rules of the house find. */
  rules: list(triedRule),
});
export const learned = object({
  convention,
  guesses: list(anyObject<LearnedGuess>()),
  fits: count(),
  names: count(),
  /** Some of the names that are written otherwise. */
  outliers: list(text()),
});

export const chooseStandard = endpoint({
  method: 'put',
  path: '/api/projects/:project/conventions/standard',
  needs: 'lead',
  says: 'What scenes that are brought in are held to: a published convention of the project, at its newest revision then, or one that comes with Renquil.',
  body: object({ convention: optional(id()), shipped: optional(text({ min: 1, max: 40 })) }, (joi) =>
    joi.xor('convention', 'shipped'),
  ),
  reply: object({ name: text() }),
});

export const createConvention = endpoint({
  method: 'post',
  path: '/api/projects/:project/conventions',
  needs: 'lead',
  says: 'Begins a convention as a draft: a copy of one that comes with Renquil (`from`), or a whole one (`body`).',
  body: object(
    {
      name: text({ min: 1, max: 120, trim: true }),
      from: optional(text({ min: 1, max: 40 })),
      body: optional(draft()),
    },
    (joi) => joi.xor('from', 'body'),
  ),
  status: 201,
  reply: object({ id: id() }),
});

export const dropConventionDraft = endpoint({
  method: 'delete',
  path: '/api/projects/:project/conventions/:convention/draft',
  needs: 'lead',
  says: 'Drops the draft. A convention that was never published goes with it.',
  reply: object({ gone: flag() }),
});

export const fitSceneConventions = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/conventions',
  needs: 'viewer',
  says: 'How many names of a scene fit each convention of its project, at its newest revision, and each that comes with Renquil.',
  reply: object({ conventions: list(fittedConvention) }),
});

export const getConvention = endpoint({
  method: 'get',
  path: '/api/projects/:project/conventions/:convention',
  needs: 'viewer',
  says: 'A convention: its newest revision, its draft, the notes of all revisions, and the scenes held to it.',
  reply: conventionInfo,
});

export const getConventionRevision = endpoint({
  method: 'get',
  path: '/api/projects/:project/conventions/:convention/revisions/:revision',
  needs: 'viewer',
  says: 'A published revision of a convention, as it was.',
  reply: convention,
});

export const learnProjectConvention = endpoint({
  method: 'post',
  path: '/api/projects/:project/conventions/learn',
  needs: 'viewer',
  says: 'Reads a convention out of the names of scenes, of what a filter finds in them, or of some objects of one, with how many names each guess explains. Stores nothing.',
  body: object(
    {
      scenes: list(integer(), { min: 1, max: 100 }),
      name: filled(text({ min: 1, max: 120, trim: true }), 'Learned'),
      query: filled(text({ max: 1000 }), ''),
      /** Of the one scene: these objects only. */
      objects: optional(list(integer(), { min: 1, max: 250_000 })),
    },
    (joi) =>
      joi.custom((ask: { readonly scenes: readonly number[]; readonly objects?: readonly number[] }) => {
        if (ask.objects && ask.scenes.length > 1) throw new Error('objects are those of one scene');
        return ask;
      }),
  ),
  reply: learned,
});

export const listProjectConventions = endpoint({
  method: 'get',
  path: '/api/projects/:project/conventions',
  needs: 'viewer',
  says: 'The conventions of a project and those that come with Renquil, with their newest revision, how many scenes use them, and which of them is meant for scenes that are brought in.',
  reply: conventionList,
});

export const pinSceneConvention = endpoint({
  method: 'put',
  path: '/api/scenes/:scene/convention',
  needs: 'artist',
  says: 'Holds a scene to a revision of a convention (left out: the newest), or to one that comes with Renquil, or leaves it with what it has (`leave`). Of a scene that was just brought in an artist can say so once; after that a lead.',
  body: object(
    {
      convention: optional(id()),
      revision: optional(id()),
      shipped: optional(text({ min: 1, max: 40 })),
      leave: optional(yes()),
    },
    (joi) => joi.xor('convention', 'shipped', 'leave'),
  ),
  reply: object({ label: text() }),
});

export const publishConvention = endpoint({
  method: 'post',
  path: '/api/projects/:project/conventions/:convention/publish',
  needs: 'lead',
  says: 'Makes the draft the next revision, and holds the scenes that use the convention to it (`scenes`: all or none).',
  body: object({
    note: filled(text({ max: 1000, trim: true }), ''),
    scenes: filled(oneOf('all', 'none'), 'all'),
  }),
  reply: object({ revision: id(), scenes: list(id()) }),
});

export const saveConventionDraft = endpoint({
  method: 'put',
  path: '/api/projects/:project/conventions/:convention/draft',
  needs: 'lead',
  says: 'Keeps a draft (`body`); nothing is held to it before it is published.',
  body: object({ body: draft() }),
  reply: object({ saved: flag() }),
});

export const tryProjectConvention = endpoint({
  method: 'post',
  path: '/api/projects/:project/conventions/try',
  needs: 'viewer',
  says: 'What a convention (`body`) would do to the names of all scenes, or of some: how many fit now and then, which are lost and won, and what its rules of the house find. Changes nothing.',
  body: object({ body: draft(), scenes: optional(list(integer(), { max: 1000 })) }),
  reply: object({ scenes: list(triedScene) }),
});
