  // Repeat each run until it is longer than its track, so that the cars never run out.
  var SPEED = mould.values.speed; // px a second

  mould.root.querySelectorAll('.track').forEach(function (track) {
    var run = track.querySelector('.run');
    var cars = Array.from(run.children);
    var lap = run.scrollWidth;
    var copies = Math.ceil(2600 / lap) + 1;

    for (var i = 1; i < copies; i++) {
      cars.forEach(function (car) {
        var copy = car.cloneNode(true);
        copy.setAttribute('aria-hidden', 'true');
        copy.querySelector('a').tabIndex = -1;
        run.append(copy);
      });
    }
    if (!mould.values.glides) run.style.animation = 'none';
    run.style.setProperty('--lap-width', lap + 'px');
    run.style.setProperty('--lap', lap / SPEED + 's');
  });
