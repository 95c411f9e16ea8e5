const { createReadStream, mkdirSync, writeFileSync } = require('node:fs');
process.env.CHROME_BIN ??= process.env.FOLD_CHROMIUM ?? '/usr/bin/chromium';

/** Leaves the count of passed and failed tests where the test command reads it, and says which took longest. */
function CountReporter() {
  let passed = 0;
  let failed = 0;
  let begun = 'no test';
  const lasted = [];
  this.onBrowserLog = (_browser, log) => {
    if (log.begun) {
      begun = log.begun;
    }
  };
  this.onSpecComplete = (_browser, result) => {
    if (result.skipped) return;
    lasted.push({ took: Math.round(result.time / 1000), name: [...result.suite, result.description].join(' ') });
    if (result.success) passed++;
    else {
      failed++;
      console.log(`FAILED ${result.suite.join(' › ')} › ${result.description}\n${result.log.join('\n')}`);
    }
  };
  this.onBrowserError = (_browser, error) => {
    failed++;
    console.log(`FAILED The browser: ${error}\nThe last test it began: ${begun}`);
  };
  this.onRunComplete = () => {
    mkdirSync('var/results', { recursive: true });
    writeFileSync('var/results/unit.json', JSON.stringify({ passed, failed }));
    const slowest = lasted.filter((one) => one.took > 1).sort((a, b) => b.took - a.took);
    for (const { took, name } of slowest.slice(0, 20)) console.log(`${took} s: ${name}`);
    console.log(`Unit tests: ${passed} passed, ${failed} failed`);
  };
}

/** Tells which test begins, so that one which never ends can be named. */
function tellBegun(files) {
  files.push({
    pattern: require.resolve('./prepare/tell-begun.cjs'),
    included: true,
    served: true,
    watched: false,
    type: 'js',
  });
}
tellBegun.$inject = ['config.files'];

/** Serves the typefaces that ship, wherever a page looks for them: what waits for a face does not wait in vain. */
function faces() {
  return (request, response, next) => {
    const [, file, family] = /\/(([a-z0-9-]+)-latin-wght-normal\.woff2)$/.exec(request.url) ?? [];
    if (!file) return next();
    response.setHeader('Content-Type', 'font/woff2');
    createReadStream(require.resolve(`@fontsource-variable/${family}/files/${file}`)).pipe(response);
  };
}

module.exports = (config) =>
  config.set({
    frameworks: ['tell-begun', 'jasmine'],
    plugins: [
      require('karma-jasmine'),
      require('karma-chrome-launcher'),
      require('karma-coverage'),
      { 'reporter:count': ['type', CountReporter], 'framework:tell-begun': ['factory', tellBegun] },
      { 'middleware:faces': ['factory', faces] },
    ],
    beforeMiddleware: ['faces'],
    reporters: ['count'],
    browsers: ['Headless'],
    customLaunchers: {
      Headless: {
        base: 'ChromeHeadless',
        flags: [...require('./prepare/browser-flags.json'), '--window-size=1400,1000'],
      },
    },
    browserNoActivityTimeout: 240_000,
    captureTimeout: 120_000,
    pingTimeout: 240_000,
    // What fails throws: so a property that fails is tried again on less, until the least that fails is found.
    client: { jasmine: { random: true, timeoutInterval: 120_000, stopSpecOnExpectationFailure: true } },
    coverageReporter: {
      dir: 'var/coverage',
      reporters: [{ type: 'text-summary' }, { type: 'json-summary', subdir: '.' }],
    },
    restartOnFileChange: false,
  });
