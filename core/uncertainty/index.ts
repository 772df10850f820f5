export {
  about,
  DRAWS,
  drawTriangle,
  known,
  propagate,
  sample,
  type Banded,
  type Inputs,
  type Spread,
  type Uncertain,
  type Values,
} from './uncertain';
export { seeded } from './seeded';
