function write(row, text) {
  const said = document.createElement('span');
  said.className = 'said';
  said.textContent = text;
  const flaps = [...text].map((letter) => {
    const flap = document.createElement('span');
    flap.className = 'flap flap--turning';
    flap.setAttribute('aria-hidden', 'true');
    flap.textContent = letter;
    return flap;
  });
  row.replaceChildren(said, ...flaps);
}

document.querySelectorAll('.flaps li').forEach((row, index) => {
  setTimeout(() => write(row, row.textContent.trim()), index * mould.values.wait);
});
