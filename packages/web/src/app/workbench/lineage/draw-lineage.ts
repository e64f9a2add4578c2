import type { ObjectId } from '@renquil/core/scene';
import type { Block } from './lineage-layout';

/** Height of a row of the map, pixels. */
export const rowHeight = 27;

const colourNames = {
  plain: '--picked',
  jonquil: '--jonquil',
  line: '--line-strong',
  ink: '--ink',
  block: '--block',
  warn: '--warn',
  onJonquil: '--on-jonquil',
} as const;
/** The colours of the page as they are now, by what they are for. */
export type LineageColours = Readonly<Record<keyof typeof colourNames, string>>;

/** How the blocks of a map look. */
export interface LineageLook {
  /** null: it is gone, and not drawn. */
  nameOf(id: ObjectId): string | null;
  /** What tells the tint of each; null: none. */
  tintOf(colours: LineageColours): (id: ObjectId) => string | null;
  readonly picked: ReadonlySet<ObjectId>;
  readonly hovered: ObjectId | null;
  /** Whether something is being dragged onto what is hovered over. */
  readonly isDropped: boolean;
}

/** Draws the map anew, as wide as it is said, in CSS pixels; the canvas gets the height that its rows need. */
export function drawLineage(
  canvas: HTMLCanvasElement,
  width: number,
  blocks: readonly Block[],
  look: LineageLook,
): void {
  const pen = sized(canvas, width, rowHeight * (Math.max(0, ...blocks.map(({ depth }) => depth)) + 1));
  const colours = pageColours();
  const tintOf = look.tintOf(colours);
  const { plain, jonquil, line, ink, onJonquil } = colours;
  for (const { id, depth, x0, x1 } of blocks) {
    const name = look.nameOf(id);
    if (name === null) continue;
    const isPicked = look.picked.has(id);
    const [x, y, w, h] = [x0 * width, depth * rowHeight, (x1 - x0) * width, rowHeight - 2];
    pen.fillStyle = isPicked ? jonquil : plain;
    pen.fillRect(x, y, Math.max(0.5, w - 1.5), h);
    const tint = isPicked ? null : tintOf(id);
    if (tint) {
      pen.globalAlpha = 0.25;
      pen.fillStyle = tint;
      pen.fillRect(x, y, Math.max(0.5, w - 1.5), h);
      pen.globalAlpha = 1;
    }
    if (w > 6) {
      pen.strokeStyle = id === look.hovered ? (look.isDropped ? jonquil : ink) : line;
      pen.strokeRect(x + 0.5, y + 0.5, w - 2.5, h - 1);
    }
    if (w > 26) {
      pen.fillStyle = isPicked ? onJonquil : ink;
      pen.fillText(cutTo(name, w - 12), x + 6, y + h / 2);
    }
  }
}

function sized(canvas: HTMLCanvasElement, width: number, height: number): CanvasRenderingContext2D {
  const ratio = devicePixelRatio || 1;
  canvas.width = width * ratio;
  canvas.height = height * ratio;
  canvas.style.height = `${height}px`;
  const pen = canvas.getContext('2d')!;
  pen.scale(ratio, ratio);
  pen.font = `12px 'Atkinson Hyperlegible Mono Variable', monospace`;
  pen.textBaseline = 'middle';
  return pen;
}
function pageColours(): LineageColours {
  const css = getComputedStyle(document.documentElement);
  return Object.fromEntries(
    Object.entries(colourNames).map(([key, name]) => [key, css.getPropertyValue(name).trim()]),
  ) as LineageColours;
}
/** As much of a name as there is room for, pixels. */
function cutTo(name: string, room: number): string {
  const fits = Math.floor(room / 7.3);
  return name.length > fits ? `${name.slice(0, Math.max(1, fits - 1))}…` : name;
}
