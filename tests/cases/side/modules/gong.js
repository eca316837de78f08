export function ring(gong) {
  gong.classList.add('gong--rung');
  gong.querySelector('b').textContent = '1';
}
