import '/ui/form.js';

// The widget to be shown is named in the address: themes.html#notice-rail
const answer = await fetch(`/widgets/${location.hash.slice(1)}`);
const { mould } = await answer.json();
for (const form of document.querySelectorAll('km-form')) form.mould = mould;
