// Karma with Debian's Chromium; software rendering, so that the viewport is tested too.
process.env.CHROMIUM_BIN ??= '/usr/bin/chromium';
module.exports = (config) =>
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher')],
    // One mark per spec: a line per spec would push a failure out of a cut log.
    reporters: ['dots'],
    colors: false,
    logLevel: 'ERROR',
    customLaunchers: {
      ChromiumHeadlessRoot: {
        base: 'ChromiumHeadless',
        flags: [
          '--no-sandbox',
          '--disable-dev-shm-usage',
          '--use-angle=swiftshader',
          '--enable-unsafe-swiftshader',
          '--ignore-gpu-blocklist',
          '--window-size=1280,800',
        ],
      },
    },
    browsers: ['ChromiumHeadlessRoot'],
    // No spec is timed: these only end what hangs, also on a machine that is busy with other things.
    client: { jasmine: { timeoutInterval: 60000 } },
    browserNoActivityTimeout: 300000,
    // A machine that stands still for a while has lost no browser.
    browserDisconnectTimeout: 120000,
    pingTimeout: 300000,
    captureTimeout: 300000,
    restartOnFileChange: false,
  });
