import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { answer } from '../../testing/answer';
import { Page } from '../../testing/page';
import { ReferencePage } from './reference-page';
import { ThingLinks } from './thing-links';

const response = (schema: unknown) => ({ 200: { content: { 'application/json': { schema } } } });
const described = {
  openapi: '3.1.0',
  paths: {
    '/api/a': {
      get: {
        operationId: 'a',
        tags: ['first'],
        summary: 'Tells the thing.',
        responses: response({ $ref: '#/components/schemas/Thing' }),
        'x-needs': 'lead',
      },
    },
  },
  components: { schemas: { 'Edit.named-set': { const: 'x' }, Thing: { type: 'object', properties: {} } } },
};

describe('the page of the API', () => {
  const open = async () => {
    TestBed.configureTestingModule({
      providers: [provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
    });
    const fixture = TestBed.createComponent(ReferencePage);
    fixture.detectChanges();
    await answer(TestBed.inject(HttpTestingController), fixture, '/api/openapi.json', described);
    return new Page(fixture);
  };

  it('shows what the server says of itself, with a link at every thing that it speaks of', async () => {
    const page = await open();
    expect(page.text('[data-testid=endpoint]')).toEqual([
      jasmine.stringMatching(/GET\s*\/api\/a\s*lead\s*Tells the thing\.\s*200\s*Thing/),
    ]);
    expect(page.all('[data-testid=endpoint] a').map((link) => link.getAttribute('href'))).toEqual([
      '/#Thing',
    ]);
  });
  it('finds by words, and says when there is nothing', async () => {
    const page = await open();
    await page.type(page.field('find'), 'thing lead');
    expect(page.text('[data-testid=endpoint]')).toHaveSize(1);
    await page.type(page.field('find'), 'elsewhere');
    expect(page.text('[data-testid=endpoint]')).toEqual([]);
    page.button('Show everything').click();
    await page.fixture.whenStable();
    expect(page.text('[data-testid=endpoint]')).toHaveSize(1);
  });
  it('follows a link to what the words looked for hide, and is led nowhere by typing', async () => {
    const page = await open();
    await page.type(page.field('find'), 'get');
    expect(page.all('#Thing')).toEqual([]);
    page.root.querySelector<HTMLElement>('[data-testid=endpoint] a')!.click();
    await page.fixture.whenStable();
    expect(page.field('find').value).toBe('');
    expect(document.activeElement?.id).toBe('Thing');
    page.field('find').focus();
    await page.type(page.field('find'), 'thing');
    expect(document.activeElement).toBe(page.field('find'));
  });
  it('links things whose names have dots and dashes', async () => {
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    const links = TestBed.createComponent(ThingLinks);
    links.componentRef.setInput('text', 'list of Edit.named-set or +Z');
    links.componentRef.setInput('things', new Set(['Edit.named-set']));
    await links.whenStable();
    expect(links.componentInstance.pieces()).toContain('Edit.named-set');
  });
});
