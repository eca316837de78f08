document.querySelector('.season button').addEventListener('click', () => {
  document.querySelector('.season__price span').hidden = false;
});
