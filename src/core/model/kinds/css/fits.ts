/** How a picture fills its box (CSS Images 3, object-fit). */
export const fits = ['cover', 'contain', 'fill', 'none', 'scale-down'];
