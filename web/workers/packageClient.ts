/** Asks the package worker; starts it with the first question. */
import type { PackageQuestion, PackageQuestions } from './packageMessages.ts';

interface Waiting {
  readonly resolve: (answer: never) => void;
  readonly reject: (error: Error) => void;
}

/** One worker and the questions that it has not answered. */
export class PackageClient {
  #worker: Worker | null = null;
  #next = 0;
  readonly #waiting = new Map<number, Waiting>();

  /** The answer to a question. Rejects with the worker's reason, or when it is stopped. */
  ask<Q extends PackageQuestion>(
    question: Q,
    ask: PackageQuestions[Q]['ask'],
  ): Promise<PackageQuestions[Q]['answer']> {
    this.#worker ??= this.#start();
    const id = this.#next++;
    return new Promise((resolve, reject) => {
      this.#waiting.set(id, { resolve, reject });
      this.#worker!.postMessage({ id, question, ask });
    });
  }

  /** Ends what is under way; the next question starts anew. */
  stop(reason = 'stopped'): void {
    this.#worker?.terminate();
    this.#worker = null;
    for (const { reject } of this.#waiting.values()) reject(new Error(reason));
    this.#waiting.clear();
  }

  #start(): Worker {
    const worker = new Worker(new URL('./packages.worker.ts', import.meta.url), { type: 'module' });
    worker.addEventListener(
      'message',
      ({ data }: MessageEvent<{ id: number; answer?: never; reason?: string }>) => {
        const waiting = this.#waiting.get(data.id);
        this.#waiting.delete(data.id);
        if (data.reason === undefined) waiting?.resolve(data.answer as never);
        else waiting?.reject(new Error(data.reason));
      },
    );
    worker.addEventListener('error', (event) => this.stop(event.message || 'the worker ended'));
    return worker;
  }
}
