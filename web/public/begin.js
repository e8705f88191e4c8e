// Runs before anything else of the page is brought: starts the worker, which on a first visit works the demo out meanwhile.
(() => {
  // Where the application lies: at the top of its host, or under a path.
  const root = new URL('.', document.currentScript.src).pathname;
  const worker = document.currentScript.dataset.worker;
  // Where the application was faster it has its own worker by now.
  if (worker && window.cosmesisWorker === undefined) {
    window.cosmesisWorker = new Worker(root + worker, { type: 'module', name: 'core' });
    let first = false;
    try {
      first = localStorage.getItem('workshops') === null;
    } catch {
      // A browser that keeps nothing shows the demo when it is asked for.
    }
    if (first) {
      const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
      // The demo is dated from one minute, whoever makes it.
      window.cosmesisAtMin ??= Math.floor(Date.now() / 60_000);
      const nowMin = window.cosmesisAtMin;
      // Where one piece or a setting is looked at, the others wait for a rest.
      const all = /^(rack|buy|shelf|mix|air|pieces)?\/?$/.test(location.pathname.slice(root.length));
      window.cosmesisWorker.postMessage({ type: 'begin', nowMin, timeZone: timeZone || 'UTC', all });
    }
  }
})();
