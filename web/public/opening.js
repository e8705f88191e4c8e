// Runs before the application: shows the last known Today at once, marked with its hour, until it is worked out again.
(() => {
  // Where the application lies: at the top of its host, or under a path.
  const root = new URL('.', document.currentScript.src).pathname;
  // A deep link that a plain host could not answer comes back here.
  const to = new URLSearchParams(location.search).get('to');
  if (to && location.pathname === root && /^[\w/.?=&%#~-]*$/.test(to)) history.replaceState(null, '', root + to);
  const main = document.getElementById('opening');
  if (!main || location.pathname !== root) return;
  const add = (parent, tag, text) => {
    const made = parent.appendChild(document.createElement(tag));
    made.textContent = text;
    return made;
  };
  // The first act can be pressed at once: it is noted as soon as the application has begun, where it still stands.
  const addPress = (parent, { first }) => {
    const { doing, from, atMin } = first || {};
    const nowMin = Math.floor(Date.now() / 60_000);
    const closesAtMin = doing?.sitting?.closesAtMin ?? null;
    if (!from || Math.abs(nowMin - atMin) > 12 * 60 || (closesAtMin !== null && closesAtMin <= nowMin)) return;
    const running = doing.sitting.status === 'running';
    for (const caution of doing.sitting.cautions || []) add(parent, 'p', caution);
    const press = add(parent, 'button', running ? 'Done' : 'Start');
    press.type = 'button';
    press.onclick = () => {
      const pressed = { from, what: running ? 'done' : 'start', atMs: Date.now() };
      try {
        localStorage.setItem('cosmesis/pressed', JSON.stringify(pressed));
      } catch {
        return;
      }
      press.disabled = true;
      add(parent, 'small', 'Pressed; it is noted in a moment.').setAttribute('role', 'status');
    };
  };
  const show = (last) => {
    add(main, 'h1', last.heading);
    add(main, 'small', `As it stood ${last.at}; it is being worked out again.`);
    const list = main.appendChild(document.createElement('ul'));
    for (const act of last.acts) {
      const row = list.appendChild(document.createElement('li'));
      add(row, 'b', act.when);
      const what = row.appendChild(document.createElement('div'));
      add(what, 'a', act.piece).href = `${root}pieces/${encodeURIComponent(act.pieceId)}/work`;
      add(what, 'div', act.what);
      add(what, 'small', act.facts);
      if (act === last.acts[0]) addPress(what, last);
    }
  };
  const key = 'cosmesis/today';
  try {
    const kept = JSON.parse(localStorage.getItem(key) || 'null');
    if (kept && Array.isArray(kept.acts)) return show(kept);
    if (localStorage.getItem('workshops') !== null) return;
  } catch {
    return;
  }
  // A first visit opens the demo. A server that has its Today ready tells it sooner than this page can work it out.
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
  window.cosmesisAtMin ??= Math.floor(Date.now() / 60_000);
  const asked = new URLSearchParams({ atMin: window.cosmesisAtMin, timeZone: timeZone || 'UTC' });
  window.cosmesisOpening = fetch(`${root}api/opening?${asked}`)
    .then((answer) => (answer.status === 200 ? answer.json() : null))
    .then((told) => {
      // The application may be there by now, and know it by itself.
      if (!told || !Array.isArray(told.acts) || localStorage.getItem(key) !== null) return;
      localStorage.setItem(key, JSON.stringify(told));
      if (main.isConnected) show(told);
    })
    .catch(() => {});
})();
