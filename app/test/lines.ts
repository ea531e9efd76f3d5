import type { Idea } from '@tienda/core/ideas/idea';
import type { SearchAnswer, SearchEvent } from '@tienda/core/search/searchEvent';
import { FakeServer } from './shop';

/** What the server says of names: given ahead by the test, told line by line and to the end. */
export class FakeLines {
  readonly server = new FakeServer();
  readonly asked: string[] = [];
  /** By A-label; a name that is not here is free at 9.00 a year. */
  readonly answers = new Map<string, Partial<SearchAnswer>>();
  ideas: readonly Idea[] = [];

  constructor() {
    const terms = { id: 'lanternhead-terms', version: '1', title: 'Terms', text: ['The name is yours.'] };
    this.server.instead.set('GET /api/agreements/lanternhead-terms', { status: 200, body: terms });
    const usual = globalThis.fetch;
    globalThis.fetch = (input, init) => {
      const path = typeof input === 'string' ? input : '';
      const events = this.eventsOf(path);
      if (!events) return usual(input, init);
      this.asked.push(path);
      const text = events.map((event) => `${JSON.stringify(event)}\n`).join('');
      const body = new ReadableStream<Uint8Array>({
        start: (controller) => {
          controller.enqueue(new TextEncoder().encode(text));
          controller.close();
        },
      });
      return Promise.resolve({ ok: true, body } as unknown as Response);
    };
  }

  private eventsOf(path: string): readonly object[] | undefined {
    const asked = new URLSearchParams(path.split('?')[1]);
    if (path.startsWith('/api/ideas'))
      return [{ type: 'ideas', ideas: this.ideas }, ...this.told(this.ideas.map(({ name }) => name))];
    return path.startsWith('/api/search') ? this.told((asked.get('q') ?? '').split(/\s+/)) : undefined;
  }

  private told(asked: readonly string[]): SearchEvent[] {
    const names = asked.filter((one) => one.includes('.'));
    const labels = asked.filter((one) => !one.includes('.'));
    return [
      { type: 'plan', query: asked.join(' '), names, labels, problems: [] },
      ...asked.map((name) => ({ ...free(name), ...this.answers.get(name) })),
      { type: 'done', counts: {}, ms: 1 },
    ];
  }
}

/** The registry's word that a name is free at 9.00 a year. */
export function free(name: string): SearchAnswer {
  const [label = '', extension = ''] = name.split('.');
  const price = { currency: 'USD', firstYear: 900, renewal: 900, intro: false } as const;
  const said = { checkedAt: '2026-11-25T10:00:00Z', source: 'lanternhead' };
  return { type: 'result', name, unicode: name, label, extension, status: 'available', price, ...said };
}
