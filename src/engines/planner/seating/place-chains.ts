/** The requests on each place, in order; `targetOf` says by source what follows it: sources are places, then requests. */
export function placeChains(targetOf: ArrayLike<number>, places: number, requests: number): number[][] {
  return Array.from({ length: places }, (_, place) => {
    const chain: number[] = [];
    for (let source = place; ;) {
      const target = targetOf[source]!;
      // Behind the last request comes an end; nothing at all where there is no assignment.
      if (target >= requests || target < 0) return chain;
      chain.push(target);
      source = places + target;
    }
  });
}

/** Requests that follow one another in rings, which no place begins. */
export function ringsIn(targetOf: ArrayLike<number>, places: number, requests: number): number[][] {
  const seen = new Uint8Array(requests);
  for (const chain of placeChains(targetOf, places, requests)) for (const request of chain) seen[request] = 1;
  const rings: number[][] = [];
  for (let first = 0; first < requests; first++) {
    const ring: number[] = [];
    for (let request = first; !seen[request];) {
      seen[request] = 1;
      ring.push(request);
      request = targetOf[places + request]!;
    }
    if (ring.length > 0) rings.push(ring);
  }
  return rings;
}
