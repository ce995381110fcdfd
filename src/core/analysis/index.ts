export { COMPARISON_SIGMA_S } from '../evidence';
export { proveTake } from './againstPlan';
export { matchByName } from './matching';
export * from './proof';
export * from './report';
export { ROLES, type Role, rolesOf } from './roles';
export { suggestSetup } from './suggestSetup';
export { checkTake } from './takeCheck';
export { TOGETHER_CODES, togetherFindings } from './takeFindings';
