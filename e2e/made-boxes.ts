import type { BrowserContext } from '@playwright/test';

const isShelf = (url: string): boolean => new URL(url, 'http://here').pathname === '/api/boxes';

/** The boxes that a test put on the shelf. They are gone when it ends: the shelf would grow, and be worked out for every look at it. */
export class MadeBoxes {
  readonly #ids: string[] = [];
  readonly #context: BrowserContext;
  constructor(context: BrowserContext) {
    this.#context = context;
    const post = context.request.post.bind(context.request);
    context.request.post = async (...args: Parameters<typeof post>) => {
      const answer = await post(...args);
      if (isShelf(args[0]) && answer.ok()) this.#ids.push(((await answer.json()) as { id: string }).id);
      return answer;
    };
    context.on('response', (answer) => {
      if (answer.request().method() !== 'POST' || !isShelf(answer.url())) return;
      void answer.json().then(
        (made: { id: string }) => this.#ids.push(made.id),
        () => undefined
      );
    });
  }

  async remove(): Promise<void> {
    for (const id of this.#ids.splice(0)) {
      await this.#context.request.patch(`/api/boxes/${id}`, { data: { archived: true } });
      await this.#context.request.delete(`/api/boxes/${id}`);
    }
  }
}
