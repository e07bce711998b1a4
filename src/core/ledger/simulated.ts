/** The device that entries of the simulated machine bear; no real one has this id. */
export const simulatorId = '00000000-0000-7000-8000-00000000051a';

/** Whether a simulator wrote an entry: the machine by its device, the gauge by what its readings say. */
export const isSimulated = ({ deviceId, data }: { deviceId?: string | null; data: unknown }): boolean =>
  deviceId === simulatorId || (data as { by?: unknown }).by === 'simulated';
