/** A value to so many significant figures, as it would be written down. */
export const significant = (value: number, figures = 4): number => Number(value.toPrecision(figures))
