/** How many seeded cases a test walks: a sample in `npm test`, all of them in `npm run walks`. */
export const walks = (sample: number, all: number): number => (process.env.ALL_WALKS ? all : sample);
