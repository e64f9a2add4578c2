import type { HttpRequest } from '@angular/common/http';
import type { HttpTestingController } from '@angular/common/http/testing';
import type { ComponentFixture } from '@angular/core/testing';
import { arrives } from './arrives';

/**
 * Answers the next request to a place, once it is made, and lets what follows happen: other requests may still be open, so it
 * waits for turns of the page and not for its rest. Gives the request.
 */
export async function answer(
  http: HttpTestingController,
  fixture: ComponentFixture<unknown>,
  what: string | { method: string; url: string },
  body: object | null,
  options?: { status: number; statusText: string },
): Promise<HttpRequest<unknown>> {
  const asked = await arrives(http, what);
  asked.flush(body, options);
  await turns(fixture);
  return asked.request as HttpRequest<unknown>;
}
export async function turns(fixture: ComponentFixture<unknown>): Promise<void> {
  for (let i = 0; i < 3; i++) {
    await new Promise((done) => setTimeout(done));
    fixture.detectChanges();
  }
}
