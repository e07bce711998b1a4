import type { APIRoute } from 'astro';
import { authority, httpsNow } from '../../server/app/https.ts';

/** The certificate that a tablet is asked to trust. Its type makes tablets offer to install it. */
export const GET: APIRoute = () =>
  httpsNow() === null
    ? new Response(null, { status: 404 })
    : new Response(new Uint8Array(authority()), {
        headers: {
          'content-type': 'application/x-x509-ca-cert',
          'content-disposition': 'attachment; filename="vivid-eye.crt"',
          'cache-control': 'no-store',
        },
      });
