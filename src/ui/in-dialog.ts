/** Whether a dialog is open: keys of the page under it wait. */
export const inDialog = (): boolean => document.querySelector(".modal.show") !== null;
