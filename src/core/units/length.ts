/** One inch is exactly 25.4 mm (international yard and pound agreement, 1959). */
export const METRES_PER_INCH = 0.0254;

export const metresFromInches = (inches: number): number => inches * METRES_PER_INCH;
export const inchesFromMetres = (metres: number): number => metres / METRES_PER_INCH;
export const radiansFromDegrees = (degrees: number): number => (degrees * Math.PI) / 180;
export const degreesFromRadians = (radians: number): number => (radians * 180) / Math.PI;
