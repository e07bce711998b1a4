// Before the first paint: the device's own theme unless one was chosen, and its time zone for the server.
const page = document.documentElement;
if (!page.dataset.chosen && matchMedia('(prefers-color-scheme: dark)').matches) page.dataset.theme = 'ink';
const here = Intl.DateTimeFormat().resolvedOptions().timeZone;
if (here && page.dataset.zone !== here)
  document.cookie = `zone=${encodeURIComponent(here)}; path=/; max-age=31536000; samesite=lax`;
