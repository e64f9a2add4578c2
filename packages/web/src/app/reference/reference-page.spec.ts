import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { answer } from '../../testing/answer';
import { Page } from '../../testing/page';
import { ReferencePage } from './reference-page';

const response = (schema: unknown) => ({ 200: { content: { 'application/json': { schema } } } });
const document = {
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
  components: { schemas: { Thing: { type: 'object', properties: {} } } },
};

describe('the page of the API', () => {
  const open = async () => {
    TestBed.configureTestingModule({
      providers: [provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
    });
    const fixture = TestBed.createComponent(ReferencePage);
    fixture.detectChanges();
    await answer(TestBed.inject(HttpTestingController), fixture, '/api/openapi.json', document);
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
});
