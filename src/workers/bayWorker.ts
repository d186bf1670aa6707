/// <reference lib="webworker" />
import { type PrecacheEntry, Serwist } from 'serwist';

declare const self: ServiceWorkerGlobalScope & {
  readonly __SW_MANIFEST: readonly (PrecacheEntry | string)[];
};

/**
 * The bay view's own worker: its shell and code lie on the device, so that it starts without a network. It answers for the
 * shell alone; what the jobs need is in the device's store. A newer one waits until the view is closed: nobody's work is
 * exchanged under their hands.
 */
const worker = new Serwist({
  precacheEntries: [...self.__SW_MANIFEST],
  precacheOptions: {
    cleanupOutdatedCaches: true,
    // One shell, whatever is asked of it.
    ignoreURLParametersMatching: [/.*/],
  },
  skipWaiting: false,
  clientsClaim: true,
  navigationPreload: false,
  disableDevLogs: true,
  runtimeCaching: [],
});
worker.addEventListeners();
