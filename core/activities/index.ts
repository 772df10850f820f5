export { ACTIVITY_SCHEMAS, type Activity, type ActivityKind } from './activity';
export { ACTIVITY_LIMITS } from './fields';
export { ACTIVITY_KIND_IDS, ACTIVITY_KINDS, kindOf } from './kinds';
export { type Measured, type Part, type Picture } from './kinds/kind';
export { HOME_TESTS, TEST_MOMENTS, type TestMoment } from './kinds/test';
export { WARM_UPS } from './kinds/warmUp';
export { type Demands } from './demands';
export { DRILLS, findDrill, type Drill } from './drills';
export { findStretch, STRETCHES, type Stretch } from './stretches';
