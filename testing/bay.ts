import type { Page } from './browser';

/** The bay view in a browser, with a network that can be taken away. */
export function bayOf(page: Page) {
  const count = async (css: string) => (await page.driver.findElements({ css })).length;
  const click = async (css: string) => {
    await page.find(css);
    await page.driver.executeScript('document.querySelector(arguments[0]).click()', css);
  };
  /** The network of the browser, on or off: for the page and for its worker. */
  const network = async (on: boolean) => {
    const driver = page.driver as unknown as {
      setNetworkConditions: (c: object) => Promise<void>;
      deleteNetworkConditions: () => Promise<void>;
    };
    if (on) await driver.deleteNetworkConditions();
    else
      await driver.setNetworkConditions({
        offline: true,
        latency: 0,
        download_throughput: 0,
        upload_throughput: 0,
      });
  };
  /** Opens the bay, with its jobs and its shell on the device. */
  const open = async () => {
    await page.go('/bay');
    await page.find('[data-bay=board]');
    await page.waitFor(async () => (await count('[data-bay-job]')) >= 10, 'no jobs were taken along');
    await page.waitFor(
      async () =>
        page.driver.executeScript<boolean>(
          'return navigator.serviceWorker.ready.then((r) => r.active !== null && r.active.state === "activated")',
        ),
      'the worker never took over',
    );
  };
  /** Back on the network: everything that was kept goes. */
  const join = async () => {
    await network(true);
    await page.driver.executeScript('window.dispatchEvent(new Event("online"))');
    await page.waitFor(
      async () => (await page.attribute('[data-net]', 'data-net')) === 'sent',
      'what was kept was never sent',
    );
  };
  /** Ends the tab and opens another one at an address of the bay. */
  const killTab = async (path: string) => {
    await page.driver.switchTo().newWindow('tab');
    const tabs = await page.driver.getAllWindowHandles();
    await page.driver.switchTo().window(tabs[0] ?? '');
    await page.driver.close();
    await page.driver.switchTo().window(tabs[1] ?? '');
    await network(false);
    await page.go(path);
  };
  const kept = async () => Number(await page.attribute('[data-net]', 'data-kept'));
  const here = async () => (await page.attribute('[data-step]', 'data-step')) ?? '';
  const counts = () =>
    page.driver.executeScript<string>(
      'return [...document.querySelectorAll("[data-group]")].map((g) => g.dataset.count).join()',
    );
  const whole = (text: string) =>
    text === '' || text.split(',').every((c) => c.split('/')[0] === c.split('/')[1]);
  /** Does the step in hand as it is meant: every fastener counted, every look taken, then done. @returns its id */
  const doStep = async (): Promise<string> => {
    const step = await here();
    await page.driver.executeScript('document.activeElement.blur()');
    while (!whole(await counts())) {
      const now = await counts();
      await page.press('+');
      await page.waitFor(async () => (await counts()) !== now, 'the count stood still');
    }
    for (;;) {
      const open = await page.driver.executeScript<string | null>(
        'const l = [...document.querySelectorAll("[data-look]")].find((e) => !e.querySelector("[aria-pressed=true]")); return l ? l.dataset.look : null',
      );
      if (open === null) break;
      await click(`[data-look="${open}"] [data-seen=yes]`);
      await page.find(`[data-look="${open}"] [data-seen=yes][aria-pressed=true]`);
    }
    await page.waitFor(
      () => page.driver.executeScript<boolean>('return !document.querySelector("[data-main]").disabled'),
      `${step} could not be done`,
    );
    await click('[data-main]');
    await page.waitFor(
      async () => (await here()) !== step || (await page.attribute('[data-step]', 'data-ticked')) !== 'open',
      `${step} was never done`,
    );
    return step;
  };
  /** Whether the way that is shown has nothing open any more. */
  const allDone = async () => (await page.attribute('[data-step]', 'data-ticked')) !== 'open';
  /** Somebody else is at the vehicle, by PIN. */
  const switchTo = async (user: string, pin: string) => {
    await click('[data-who]');
    await click(`[data-person="${user}"]`);
    await (await page.find('[data-pin]')).sendKeys(pin);
    await click('[data-pin-go]');
    await page.find(`[data-who="${user}"]`);
  };
  return { count, click, network, open, join, killTab, kept, here, doStep, allDone, switchTo };
}
