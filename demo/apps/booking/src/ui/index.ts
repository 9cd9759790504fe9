export { Fare } from './Fare';
export { Go } from './Go';
export * from './Panel';
export { Notice as Message } from '@saltmarsh/fairlead';
