import type { CdkMenuTrigger } from '@angular/cdk/menu';

/** Opens a menu for the keys: its first entry takes them. */
export function openMenu(trigger: CdkMenuTrigger | undefined): void {
  trigger?.open();
  // Its entries are there a moment later.
  setTimeout(() => trigger?.getMenu()?.focusFirstItem('keyboard'));
}
