import { inject, Injectable } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import type { FileWeights } from '@core/api/pictures';
import { filesOfPicture } from '@core/document/library/picture-files';
import type { Site } from '@core/document/site';
import { Api } from './api';

type Asked = Pick<Site, 'id' | 'pictures'>;

/** What the files of a site's library weigh: asked for again once it has pictures that were not there before. */
@Injectable({ providedIn: 'root' })
export class FileWeightsKnown {
  private readonly api = inject(Api);
  private asked: Asked | undefined;
  private answer: Promise<FileWeights | undefined> = Promise.resolve(undefined);

  /** In bytes, by the names of the files; undefined where the server cannot be asked. */
  async of(site: Asked): Promise<FileWeights | undefined> {
    if (this.asked?.id !== site.id || (this.asked.pictures !== site.pictures && !(await this.knows(site)))) {
      this.asked = site;
      this.answer = firstValueFrom(this.api.fileWeights(site.id)).catch(() => {
        if (this.asked === site) this.asked = undefined; // the next who asks tries again
        return undefined;
      });
    }
    return this.answer;
  }

  private async knows({ pictures }: Asked): Promise<boolean> {
    const known = (await this.answer) ?? {};
    return Object.values(pictures)
      .flatMap(filesOfPicture)
      .every((file) => Object.hasOwn(known, file));
  }
}
