import { registry } from '../server/base/metrics.ts';
import { endpoint } from '../server/http/endpoint.ts';

/** For Prometheus. */
export const GET = endpoint({ right: 'metrics', answer: true }, async () => {
  const text = await registry.metrics();
  return new Response(text, {
    headers: { 'content-type': registry.contentType, 'cache-control': 'no-store' },
  });
});
