import { endpoint } from '../../../../server/http/endpoint.ts';
import { keepPicture, pictureOf } from '../../../../server/jobs/pictures.ts';
import { object } from '../../../../core/shape/parts.ts';

/** The body is the picture itself, up to 30 kB: image/png, image/jpeg or image/webp. */
export const PUT = endpoint(
  { right: 'plan', rate: 'upload', answer: object({}) },
  async ({ id, context }) => {
    await keepPicture(id('id'), context.request);
    return {};
  },
);
export const GET = endpoint({ right: 'read', answer: true }, ({ id }) => pictureOf(id('id')));
