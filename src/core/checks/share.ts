/** A share in whole per cent; a tenth of one below ten. */
export function formatShare(share: number): string {
  const percent = share * 100;
  return `${percent >= 10 || percent === 0 ? Math.round(percent) : percent.toFixed(1)} %`;
}
