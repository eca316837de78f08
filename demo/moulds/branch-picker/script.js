const select = document.querySelector('.branches select');

document.querySelector('.branches button')?.addEventListener('click', () => {
  if (select.value) mould.page.location.href = select.value;
});
