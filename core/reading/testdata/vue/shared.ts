export interface Shared {
  quay?: string; //= prop quay: string
}
