/**
 * Asks the server for this same page and gives what it was made from to the island that stands here, as the framework's own router does
 * (`transition:persist`): sums that only the server can make are those of now, while what was typed, opened and scrolled to stays.
 * Does nothing where the page has no island. Throws where the network does not answer.
 */
export async function refreshPage(): Promise<void> {
  const answer = await fetch(location.href, { headers: { accept: 'text/html' } });
  // Another page came (to sign in, say), or none: the next touch tells.
  if (!answer.ok || answer.redirected) return;
  const fresh = new DOMParser().parseFromString(await answer.text(), 'text/html');
  const [here, there] = [document, fresh].map((each) => each.querySelector('astro-island[props]'));
  const props = there?.getAttribute('props');
  if (!here || !props || here.getAttribute('component-url') !== there?.getAttribute('component-url')) return;
  here.setAttribute('ssr', '');
  here.setAttribute('props', props);
}
