/** Karma with Debian's Chromium; CHROME_BIN names another. */
module.exports = async (config) => {
  const { chromiumHere } = await import('../scripts/chromium.mjs');
  process.env.CHROME_BIN ??= chromiumHere();
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
