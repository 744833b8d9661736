/** Where nothing else is said, °C: the temperature that every model and most ratings hold at. */
export const AMBIENT_CELSIUS = 25;
