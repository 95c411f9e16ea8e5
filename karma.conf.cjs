const { cpSync, createReadStream, mkdirSync, readdirSync, rmSync, statSync, writeFileSync } = require('node:fs');
const { resolve } = require('node:path');
process.env.CHROME_BIN ??= process.env.FOLD_CHROMIUM ?? '/usr/bin/chromium';

/**
 * The test command builds the specs once (FOLD_UNIT_BUILD names the folder) and runs them in several browsers, each its
 * share of them (FOLD_UNIT_SHARE: `1/2` and `2/2`). Without either, `ng test` builds them and runs them all.
 */
const { FOLD_UNIT_BUILD: built, FOLD_UNIT_SHARE: share } = process.env;

/** Lists the files that one browser loads: the shared ones, and every n-th spec by size. */
function filesOfShare() {
  const [number, count] = share.split('/').map(Number);
  const module = (file) => ({ pattern: resolve(built, file), type: 'module', watched: false });
  const names = readdirSync(built);
  const specs = names
    .filter((name) => /^spec-.*\.js$/.test(name))
    .sort((a, b) => statSync(`${built}/${b}`).size - statSync(`${built}/${a}`).size);
  return [
    ...['polyfills.js', 'test_main.js'].filter((name) => names.includes(name)).map(module),
    ...specs.filter((_, index) => index % count === number - 1).map(module),
    { pattern: resolve(built, '{chunk,worker}-*.js'), type: 'module', included: false, watched: false },
    { pattern: resolve(built, '*.map'), included: false, watched: false },
    { pattern: resolve(built, '*.css'), type: 'css', watched: false },
  ];
}

/** Writes the results to the file that the test command reads. */
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
    lasted.push({
      name: [...result.suite, result.description].join(' '),
      seconds: result.time / 1000,
      well: result.success,
    });
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
    if (share) {
      mkdirSync('var/results', { recursive: true });
      writeFileSync(`var/results/unit-${share.split('/')[0]}.json`, JSON.stringify({ specs: lasted, failed }));
    }
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

module.exports = (config) => {
  if (built && !share) {
    rmSync(built, { recursive: true, force: true });
    cpSync(config.basePath, built, { recursive: true });
    process.exit(0); // only the build was asked for
  }
  config.set({
    ...(share && { files: filesOfShare(), singleRun: true, logLevel: config.LOG_ERROR }),
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
};
