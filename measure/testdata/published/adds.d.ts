export interface TideAttributes {
  'data-tide-at'?: string;
  'data-tide-side'?: 'lee' | 'wind';
}

declare module 'react' {
  export interface HTMLAttributes<T> extends AriaAttributes, DOMAttributes<T>, TideAttributes {}
}
