for (const compare of document.querySelectorAll('.compare')) {
  const handle = compare.querySelector('.compare__handle');
  let held = false;

  const moveTo = (percent) => {
    const at = Math.min(100, Math.max(0, percent));
    compare.style.setProperty('--drawn', `${at}%`);
    handle.setAttribute('aria-valuenow', Math.round(at));
  };
  const follow = (event) => {
    const { left, width } = compare.getBoundingClientRect();
    moveTo(((event.clientX - left) / width) * 100);
  };

  compare.addEventListener('pointerdown', (event) => { held = true; follow(event); });
  compare.addEventListener('pointermove', (event) => { if (held) follow(event); });
  for (const end of ['pointerup', 'pointerleave', 'pointercancel']) {
    compare.addEventListener(end, () => { held = false; });
  }
  handle.addEventListener('keydown', ({ key }) => {
    const step = { ArrowLeft: -mould.values.step, ArrowRight: mould.values.step }[key];
    if (step) moveTo(Number(handle.getAttribute('aria-valuenow')) + step);
  });
}
