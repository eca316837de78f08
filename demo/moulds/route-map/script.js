const stops = [...document.querySelectorAll('.route .stop')];
const notes = [...document.querySelectorAll('.route__stops div')];

stops.forEach((stop, index) => {
  for (const happening of ['mouseenter', 'focus', 'click']) {
    stop.addEventListener(happening, (event) => {
      if (happening === 'click') event.preventDefault();
      for (const note of notes) note.classList.toggle('is-here', note === notes[index]);
    });
  }
});
