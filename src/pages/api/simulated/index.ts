import { takenBack } from '../../../schemas/stores.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { takeBackSimulated } from '../../../server/ledger/writing/take-back-simulated.ts';

export const DELETE = endpoint({ right: 'machines', answer: takenBack }, ({ asker }) =>
  takeBackSimulated(asker),
);
