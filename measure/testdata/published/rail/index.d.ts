// It gives out nothing that the root does not.
export { Quay, Hush } from '..';
