document.querySelectorAll('.sound canvas').forEach(function (canvas) {
  var sound = canvas.closest('.sound');
  var levels = sound.dataset.curve.split(' ').map(Number);
  var player = sound.querySelector('audio');
  var pen = canvas.getContext('2d');
  var shown = 0;

  function draw(played) {
    var step = canvas.width / levels.length;
    var colours = getComputedStyle(canvas);
    shown = played;
    pen.clearRect(0, 0, canvas.width, canvas.height);
    levels.forEach(function (level, index) {
      pen.fillStyle = index / levels.length < played ? colours.color : colours.borderTopColor;
      pen.fillRect(index * step + 2, 44 - level, step - 4, level * 2);
    });
  }

  function fill(to) {
    var from = shown;
    var begin = performance.now();
    (function step() {
      var part = Math.min(1, (performance.now() - begin) / Math.max(1, mould.values.fade));
      draw(from + (to - from) * part);
      if (part < 1) requestAnimationFrame(step);
    })();
  }

  canvas.addEventListener('click', function (event) {
    var part = event.offsetX / canvas.clientWidth;
    if (player.duration) player.currentTime = part * player.duration;
    fill(part);
  });
  player.addEventListener('timeupdate', function () {
    if (player.duration) draw(player.currentTime / player.duration);
  });
  player.addEventListener('play', function () {
    mould.channel.dispatchEvent(new CustomEvent('playing', { detail: player }));
  });
  mould.channel.addEventListener('playing', function (event) {
    if (event.detail !== player) player.pause();
  });
  draw(0);
});
