/** Of texts longer than this, in UTF-16 code units, something is told before all is looked at: first their form, then what stands in a window of them. */
export const longText = 100_000;
