/** Where a device keeps the theme that somebody pinned; without it the page follows the system. */
export const THEME_KEY = 'yonder-theme';

/** Run in the head, before anything is painted: a pinned theme never comes after a flash of the other one. */
export const THEME_FIRST = `try{const t=localStorage.getItem('${THEME_KEY}');if(t==='night'||t==='day')document.documentElement.dataset.theme=t}catch{}`;
