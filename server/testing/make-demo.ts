import { makeDemoTemplate } from './demo-template';

/** Makes the demo template that the suites of one test run copy: `make-demo.ts DATABASE FOLDER`. */
const [database, folder] = process.argv.slice(2);
await makeDemoTemplate(database, folder);
process.exit(0);
