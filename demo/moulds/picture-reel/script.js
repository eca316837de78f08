for (const reel of document.querySelectorAll('.reel')) {
  const run = reel.querySelector('.reel__run');
  const back = reel.querySelector('.reel__back');
  const on = reel.querySelector('.reel__on');
  let shown = 0;

  const show = (index) => {
    shown = Math.min(run.children.length - 1, Math.max(0, index));
    run.scrollLeft = run.children[shown].offsetLeft - run.children[0].offsetLeft;
    back.disabled = shown === 0;
    on.disabled = shown === run.children.length - 1;
  };

  back.addEventListener('click', () => show(shown - 1));
  on.addEventListener('click', () => show(shown + 1));
  run.addEventListener('keydown', (event) => {
    const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!step) return;
    event.preventDefault();
    show(shown + step);
  });
  show(0);
}
