import { FareTag, Lever } from 'lib';
export { Lever as Shared } from 'lib';
export const Wrapped = ({ amount, ...rest }: any) => <FareTag {...rest} amount={amount} />; //= FareTag element ...rest+ amount={amount}
export function Named({ label, onPress }: any) {
  return <Lever onPress={onPress}>{label}</Lever>; //= Lever element @press? #default
}
