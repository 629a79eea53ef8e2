/** Sets the theme before the first paint; the key is the store's THEME_KEY. */
export const THEME_SCRIPT = `try{var t=localStorage.getItem("bold-pip-theme");if(t?t==="night":matchMedia("(prefers-color-scheme: dark)").matches)document.documentElement.dataset.bsTheme="dark"}catch(e){}`;
