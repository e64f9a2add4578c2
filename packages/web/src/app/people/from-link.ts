import { inject } from '@angular/core';
import { ActivatedRoute } from '@angular/router';

/** The secret of a link, after its #: taken out of the address at once, so that it stays in no list of visited pages. */
export function secretOfLink(): string {
  const secret = inject(ActivatedRoute).snapshot.fragment ?? '';
  if (secret) history.replaceState(history.state, '', location.pathname);
  return secret;
}
