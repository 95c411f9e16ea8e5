import { quitBrowsers } from '../e2e/browser';
import { asAPhone } from './as-a-phone';
import { atWork } from './at-work';
import { batches, computing, sizes } from './computing';
import { paintingLarge, paintingUses } from './painting';
import { refitting } from './refitting';
import { storing } from './storing';

const figures: Readonly<Record<string, () => void | Promise<void>>> = {
  computing,
  batches,
  storing,
  sizes,
  painting: () => atWork(paintingLarge),
  uses: () => atWork(paintingUses),
  phone: () => atWork(asAPhone),
  refitting: () => atWork(refitting),
};

const asked = process.argv.slice(2).filter((name) => name in figures);
for (const name of asked.length > 0 ? asked : Object.keys(figures)) await figures[name]!();
await quitBrowsers();
