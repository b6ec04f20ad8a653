/**
 * Answers that were worked out lately, by what was asked in full. Only for what is a function of its question alone: an answer
 * that is handed on is the one that would be found again.
 */
export class Lately<V> {
  readonly #most: number;
  readonly #answers = new Map<string, V>();

  /** @param most answers that are kept; the one asked for longest ago goes first */
  constructor(most: number) {
    this.#most = most;
  }

  get(question: string): V | undefined {
    const found = this.#answers.get(question);
    if (found !== undefined) this.keep(question, found);
    return found;
  }

  /** @returns the answer */
  keep(question: string, answer: V): V {
    this.#answers.delete(question);
    this.#answers.set(question, answer);
    if (this.#answers.size > this.#most) this.#answers.delete(this.#answers.keys().next().value!);
    return answer;
  }

  forget(): void {
    this.#answers.clear();
  }
}
