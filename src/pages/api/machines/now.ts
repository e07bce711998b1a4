import { machinesNow as answer } from '../../../schemas/plan/machines-now.ts';
import { endpoint } from '../../../server/http/endpoint.ts';
import { machinesNow } from '../../../server/machine/machines-now.ts';

export const GET = endpoint({ right: 'read', answer }, machinesNow);
