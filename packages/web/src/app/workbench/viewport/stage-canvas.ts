import type { StageColours } from './stage-materials';

/** The colours of the page as they are now. */
export function stageColours(): StageColours {
  const css = getComputedStyle(document.documentElement);
  const token = (name: string): string => css.getPropertyValue(name).trim();
  return {
    sky: token('--sky'),
    ground: token('--grid'),
    ink: token('--ink'),
    pick: token('--jonquil'),
    will: token('--clear'),
  };
}

/** The canvas of the 3D view, with its words. */
export function makeCanvas(): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  canvas.className =
    'block size-full touch-none outline-none focus-visible:shadow-[inset_0_0_0_2px_var(--jonquil)]';
  canvas.tabIndex = 0;
  canvas.setAttribute('role', 'img');
  canvas.setAttribute(
    'aria-label',
    'The scene in 3D. F fits, I shows only what is picked, B picks by a box, N and C pick, 1 to 4 change the view.',
  );
  return canvas;
}
