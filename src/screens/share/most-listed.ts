/** Jobs to choose from: those due first. What a machine sews now is among them besides. */
export const mostListed = 60;
