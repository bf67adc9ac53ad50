export { checkShape, type Shaped } from './checkShape'
export { readYaml, type Path, type YamlSource } from './readYaml'
