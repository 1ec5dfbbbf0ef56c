/** The address that calls a telephone number: its digits, and the plus of another country. */
export const callAddress = (telephone: string): string => `tel:${telephone.replace(/[^\d+]/g, '')}`
