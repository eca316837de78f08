const ticket = document.querySelector('.ticket');
for (let i = 0; i < 3; i++) ticket.insertAdjacentHTML('beforeend', '<b>!</b>');
