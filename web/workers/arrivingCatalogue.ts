/** A catalogue that a worker reads and hands on, part by part. */
import type { AnyRecord } from '../../core/catalogue/recordKinds.ts';
import { CatalogueBuilder } from '../../core/catalogue/wholeCatalogue.ts';
import type { CatalogueWithPackages } from '../../core/exchange/catalogueFile.ts';
import { forbiddenLinks } from '../../core/lineage/checkLink.ts';
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
        return this.#whole(answer);
      default:
        return undefined;
    }
  }

  /** What came may be in a circle: only the whole tells. */
  #whole({ packages, issues }: Extract<CatalogueAnswer, { type: 'read' }>): Result<CatalogueWithPackages> {
    const catalogue = this.#builder.finish();
    const broken = forbiddenLinks(catalogue);
    return broken.length > 0 ? failure(...broken) : success({ catalogue, packages }, issues);
  }

  #add(records: readonly AnyRecord[]): void {
    for (const record of records) this.#builder.add(record);
  }
}
