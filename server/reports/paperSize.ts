/** Points in a millimetre (72 to the inch). */
export const MM = 72 / 25.4;
