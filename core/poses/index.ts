export { arrowPaths } from './arrow';
export { frameOf, mirrored, type DrawnBody, type DrawnTool, type Scene, type Thing } from './scene';
export { lainOnBall, type LainOnBall } from './lainOnBall';
export { setupScene } from './setupScene';
export { activityScene, breathScene, drillScene, stretchScene } from './activityScenes';
export { testScene } from './testScenes';
export { pointsOfSample, SAMPLES, type Sample } from './samples';
