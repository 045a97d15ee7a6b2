/** A catalogue that a worker reads and hands on, part by part. */
import type { AnyRecord } from '../../core/catalogue/recordKinds.ts';
import { CatalogueBuilder } from '../../core/catalogue/wholeCatalogue.ts';
import type { CatalogueWithPackages } from '../../core/exchange/catalogueFile.ts';
import { failure, success, type Result } from '../../core/issue.ts';
import type { CatalogueAnswer } from './catalogueMessages.ts';

/** Puts together what the worker answers. */
export class ArrivingCatalogue {
  #builder = new CatalogueBuilder();

  /** Takes an answer; the result with the last one. */
  hear(answer: CatalogueAnswer): Result<CatalogueWithPackages> | undefined {
    switch (answer.type) {
      case 'records':
        this.#add(answer.records);
        return undefined;
      case 'text':
        this.#add(JSON.parse(answer.text) as AnyRecord[]);
        return undefined;
      case 'anew':
        this.#builder = new CatalogueBuilder();
        return undefined;
      case 'refused':
        return failure(...answer.issues);
      case 'read':
        return success({ catalogue: this.#builder.finish(), packages: answer.packages }, answer.issues);
      default:
        return undefined;
    }
  }

  #add(records: readonly AnyRecord[]): void {
    for (const record of records) this.#builder.add(record);
  }
}
