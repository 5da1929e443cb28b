/** Karma with Debian's Chromium; CHROME_BIN names another. */
process.env.CHROME_BIN ??= '/usr/bin/chromium';

module.exports = (config) => {
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher')],
    // A busy machine is no reason to fail.
    client: { jasmine: { timeoutInterval: 60_000 } },
    reporters: ['dots'],
    colors: false,
    browsers: ['QuietChromium'],
    customLaunchers: {
      QuietChromium: {
        base: 'ChromeHeadless',
        flags: [
          '--no-sandbox',
          '--disable-gpu',
          '--disable-quic',
          '--no-first-run',
          '--disable-background-networking',
          '--disable-component-update',
          '--disable-sync',
        ],
      },
    },
    restartOnFileChange: false,
  });
};
