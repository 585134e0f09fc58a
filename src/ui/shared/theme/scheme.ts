/** Where a device keeps that it shows the eyewear scheme. */
export const eyewearKey = 'bitacora-eyewear';

/** Runs before anything is drawn: a device that shows the eyewear scheme shows no other first. */
export const schemeScript = `try {
  if (localStorage.getItem('${eyewearKey}')) document.documentElement.dataset.eyewear = '';
} catch {}`;
