import { saidOfBare } from '../gltf/picture-kind.js';
import type { UsdaScene } from './read-usda.js';
import { UsdaPictures } from './usda-pictures.js';

/** Names that are told. */
const most = 3;

/** What of a layer is not read, in a sentence; empty: nothing. */
export function saidOfLayer({ stage, read }: UsdaScene, isBinary: boolean): string {
  const [, ...others] = stage.layer.parts;
  const beside = [...new Set(others.map(({ file }) => file))];
  const said = beside.length
    ? [
        `It is put together with ${listed(beside)}: what is changed of what stands there is said over it, in the layer itself`,
      ]
    : [];
  if (isBinary) said.unshift('It came as binary OpenUSD and goes out as text (.usda), which says the same');
  const files = stage.outside;
  if (files.length) said.push(`Other files that it refers to were not followed: ${listed(files)}`);
  const { unchosen } = stage.layer;
  if (unchosen.length)
    said.push(
      `Variants and times that are chosen of ${listed(unchosen)} are not all read: those files stand in it too often`,
    );
  const bare = new UsdaPictures(stage, read).lacking();
  if (bare.length) said.push(saidOfBare(bare));
  return said.join('. ');
}
function listed(files: readonly string[]): string {
  const first = files.slice(0, most).join(', ');
  const more = files.length > most ? ` and ${files.length - most} more` : '';
  return first + more;
}
