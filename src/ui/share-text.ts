/** A share from 0 to 1, as a percentage with one decimal. */
export const shareText = (share: number): string => `${(share * 100).toFixed(1)} %`;
