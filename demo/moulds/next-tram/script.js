const { over, due } = mould.values;
const leaves = mould.values.leaves.filter(Boolean);
const box = document.querySelector('.next');
const two = (n) => String(n).padStart(2, '0');

function minutesOf(time) {
  const [hours, minutes] = time.split(':').map(Number);
  return hours * 60 + minutes;
}

function tick() {
  const now = new Date();
  const passed = now.getHours() * 60 + now.getMinutes() + now.getSeconds() / 60;
  const index = leaves.findIndex((time) => minutesOf(time) > passed);
  const left = index < 0 ? 0 : Math.round((minutesOf(leaves[index]) - passed) * 60);
  box.querySelector('.next__minutes').textContent = two(Math.floor(left / 60));
  box.querySelector('.next__seconds').textContent = two(left % 60);
  box.querySelector('time').textContent = (index >= 0 && leaves[index + 1]) || over;
  box.classList.toggle('next--due', index >= 0 && left < due * 60);
}

tick();
setInterval(tick, 1000);
