import { readdirSync, readFileSync, statSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

export interface PublishedModel {
  /** `generic-trigger/left.glb` */
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly profile: {
    readonly layouts: Record<
      string,
      {
        components: Record<string, { visualResponses: Record<string, Record<string, unknown>> }>;
        assetPath?: string;
      }
    >;
  };
}
const root = join(
  dirname(createRequire(import.meta.url).resolve('@webxr-input-profiles/assets/package.json')),
  'dist/profiles',
);

/** The models of the W3C WebXR input profiles: files nobody here made, each with a profile.json about its nodes; the generic ones, or all. */
export function publishedModels(which: 'generic' | 'all' = 'generic'): PublishedModel[] {
  return readdirSync(root)
    .filter((folder) => which === 'all' || folder.startsWith('generic-'))
    .filter((folder) => statSync(join(root, folder)).isDirectory())
    .flatMap((folder) =>
      readdirSync(join(root, folder))
        .filter((file) => file.endsWith('.glb'))
        .map((file) => ({
          name: `${folder}/${file}`,
          bytes: new Uint8Array(readFileSync(join(root, folder, file))),
          profile: JSON.parse(
            readFileSync(join(root, folder, 'profile.json'), 'utf8'),
          ) as PublishedModel['profile'],
        })),
    );
}
