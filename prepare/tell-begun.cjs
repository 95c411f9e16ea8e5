/* In the browser of the unit tests: tells karma which test begins, at once, not when its results are sent. */
const { loaded } = window.__karma__;
window.__karma__.loaded = () => {
  jasmine.getEnv().addReporter({
    specStarted: ({ fullName }) => window.__karma__.info({ log: { begun: fullName }, type: 'begun' }),
  });
  loaded.call(window.__karma__);
};
