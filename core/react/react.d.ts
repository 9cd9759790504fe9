// What the names of React's type package mean, in terms of what every framework
// has: $Content, $One (an element that was made), $Component<P>, $Ref<T>, $Style, $Element (the name of a native
// element) and $PropsOf<T>. Read by core/evaluate in place of that package,
// whether it is there or not. The attribute sets follow the HTML, ARIA and SVG
// standards, spelled as React spells attributes.

import type { Properties } from 'csstype';

export type ReactNode = $Content;
export type ReactElement<P = any, T = any> = $One;
export type FunctionComponentElement<P> = $One;
export type ReactComponentElement<T, P = any> = $One;
export type ComponentElement<P, T = any> = $One;
export type CElement<P, T = any> = $One;
export type DOMElement<P, T = any> = $One;
export type DetailedReactHTMLElement<P, T = any> = $One;
export type ReactHTMLElement<T = any> = $One;
export type ReactSVGElement = $One;
export type AwaitedReactNode = $Content;
export type ReactChild = $Content;
export type ReactFragment = $Content;
export type ReactPortal = $One;
export type ReactText = string | number;
export type JSXElementConstructor<P> = $Component<P>;
export type ElementType<P = any, T = any> = $Component<P> | $Element;
export type ComponentType<P = {}> = $Component<P>;
export type ComponentClass<P = {}, S = any> = $Component<P>;
export type FunctionComponent<P = {}> = $Component<P>;
export type FC<P = {}> = $Component<P>;
export type VFC<P = {}> = $Component<P>;
export type VoidFunctionComponent<P = {}> = $Component<P>;
export type SFC<P = {}> = $Component<P>;
export type StatelessComponent<P = {}> = $Component<P>;
export type ExoticComponent<P = {}> = $Component<P>;
export type NamedExoticComponent<P = {}> = $Component<P>;
export type ProviderExoticComponent<P> = $Component<P>;
export type ForwardRefExoticComponent<P> = $Component<P>;
export type MemoExoticComponent<T> = T;
export type LazyExoticComponent<T> = T;
export type ForwardRefRenderFunction<T, P = {}> = (props: P, ref: $Ref<T>) => $Content;
export type ClassicComponentClass<P = {}> = $Component<P>;

export class Component<P = {}, S = {}, SS = any> {
  readonly props: P;
  state: S;
  context: unknown;
  setState(state: any, then?: () => void): void;
  forceUpdate(then?: () => void): void;
  render(): $Content;
}
export class PureComponent<P = {}, S = {}, SS = any> extends Component<P, S, SS> {}

export type Key = string | number | bigint;
export type Ref<T> = $Ref<T>;
export type RefObject<T> = $Ref<T>;
export type MutableRefObject<T> = $Ref<T>;
export type RefCallback<T> = $Ref<T>;
export type LegacyRef<T> = $Ref<T>;
export type ForwardedRef<T> = $Ref<T>;
export interface CSSProperties extends Properties<string | number> {}
export interface Attributes { key?: Key | null }
export interface RefAttributes<T> extends Attributes { ref?: $Ref<T> }
export interface ClassAttributes<T> extends RefAttributes<T> {}
export type PropsWithChildren<P = unknown> = P & { children?: $Content };
export type PropsWithRef<P> = P;
export type PropsWithoutRef<P> = $WithoutRef<P>;
export type ComponentProps<T> = $PropsOf<T>;
export type ComponentPropsWithRef<T> = $PropsOf<T>;
export type ComponentPropsWithoutRef<T> = PropsWithoutRef<$PropsOf<T>>;
export type CustomComponentPropsWithRef<T> = $PropsOf<T>;
export type ComponentRef<T> = $PropsOf<T> extends { ref?: $Ref<infer R> } ? R : any;
export type ElementRef<T> = ComponentRef<T>;
export type Dispatch<A> = (value: A) => void;
export type DispatchWithoutAction = () => void;
export type SetStateAction<S> = S | ((before: S) => S);
export type Reducer<S, A> = (before: S, action: A) => S;
export type Usable<T> = Promise<T> | Context<T>;
export interface ProviderProps<T> { value: T; children?: $Content }
export interface ConsumerProps<T> { children: (value: T) => $Content }
export type Provider<T> = $Component<ProviderProps<T>>;
export type Consumer<T> = $Component<ConsumerProps<T>>;
export interface Context<T> { Provider: Provider<T>; Consumer: Consumer<T>; displayName?: string }
export interface FragmentProps { children?: $Content }
export interface SuspenseProps { children?: $Content; fallback?: $Content; name?: string }
export interface ProfilerProps { children?: $Content; id: string; onRender: (...args: any[]) => void }

export function forwardRef<T, P = {}>(render: (props: P, ref: $Ref<T>) => $Content): $Component<$WithoutRef<P> & RefAttributes<T>>;
export function memo<T extends $Component<any>>(component: T, same?: (before: any, after: any) => boolean): T;
export function memo<P>(component: $Component<P>, same?: (before: any, after: any) => boolean): $Component<P>;
export function lazy<T>(load: () => Promise<{ default: T }>): T;
export function createContext<T>(value: T): Context<T>;
export function useContext<T>(context: Context<T>): T;
export function useState<S>(initial?: S | (() => S)): [S, Dispatch<SetStateAction<S>>];
export function useReducer<S, A>(reduce: Reducer<S, A>, initial: S): [S, Dispatch<A>];
export function useRef<T>(initial?: T): $Ref<T>;
export function useMemo<T>(make: () => T, on?: any): T;
export function useCallback<T>(call: T, on?: any): T;
export function useId(): string;
export function createElement(...args: any[]): $One;
export function cloneElement(...args: any[]): $One;
export function isValidElement(x: any): boolean;
export const Fragment: $Component<FragmentProps>;
export const StrictMode: $Component<FragmentProps>;
export const Suspense: $Component<SuspenseProps>;
export const Profiler: $Component<ProfilerProps>;

export interface BaseSyntheticEvent<E = object, C = any, T = any> {
  nativeEvent: E; currentTarget: C; target: T; bubbles: boolean; cancelable: boolean; defaultPrevented: boolean; eventPhase: number;
  isTrusted: boolean; timeStamp: number; type: string;
  preventDefault(): void; isDefaultPrevented(): boolean; stopPropagation(): void; isPropagationStopped(): boolean; persist(): void;
}
export interface SyntheticEvent<T = Element, E = Event> extends BaseSyntheticEvent<E, T, EventTarget> {}
export interface UIEvent<T = Element, E = Event> extends SyntheticEvent<T, E> { detail: number; view: any }
export interface MouseEvent<T = Element, E = Event> extends UIEvent<T, E> {
  altKey: boolean; button: number; buttons: number; clientX: number; clientY: number; ctrlKey: boolean; metaKey: boolean; shiftKey: boolean;
  movementX: number; movementY: number; pageX: number; pageY: number; screenX: number; screenY: number; relatedTarget: EventTarget | null;
}
export interface KeyboardEvent<T = Element> extends UIEvent<T> {
  altKey: boolean; code: string; ctrlKey: boolean; key: string; keyCode: number; location: number; metaKey: boolean; repeat: boolean; shiftKey: boolean; which: number;
}
export interface ClipboardEvent<T = Element> extends SyntheticEvent<T> { clipboardData: DataTransfer }
export interface CompositionEvent<T = Element> extends SyntheticEvent<T> { data: string }
export interface DragEvent<T = Element> extends MouseEvent<T> { dataTransfer: DataTransfer }
export interface PointerEvent<T = Element> extends MouseEvent<T> { pointerId: number; pointerType: string; pressure: number; isPrimary: boolean; width: number; height: number }
export interface FocusEvent<T = Element, R = Element> extends SyntheticEvent<T> { relatedTarget: any }
export interface FormEvent<T = Element> extends SyntheticEvent<T> {}
export interface InvalidEvent<T = Element> extends SyntheticEvent<T> {}
export interface ChangeEvent<T = Element> extends SyntheticEvent<T> {}
export interface InputEvent<T = Element> extends SyntheticEvent<T> { data: string }
export interface TouchEvent<T = Element> extends UIEvent<T> { touches: any; changedTouches: any; targetTouches: any; altKey: boolean; ctrlKey: boolean; metaKey: boolean; shiftKey: boolean }
export interface WheelEvent<T = Element> extends MouseEvent<T> { deltaMode: number; deltaX: number; deltaY: number; deltaZ: number }
export interface AnimationEvent<T = Element> extends SyntheticEvent<T> { animationName: string; elapsedTime: number; pseudoElement: string }
export interface TransitionEvent<T = Element> extends SyntheticEvent<T> { propertyName: string; elapsedTime: number; pseudoElement: string }
export interface ToggleEvent<T = Element> extends SyntheticEvent<T> { oldState: 'closed' | 'open'; newState: 'closed' | 'open' }
export type EventHandler<E> = (event: E) => void;
export type ReactEventHandler<T = Element> = EventHandler<SyntheticEvent<T>>;
export type ClipboardEventHandler<T = Element> = EventHandler<ClipboardEvent<T>>;
export type CompositionEventHandler<T = Element> = EventHandler<CompositionEvent<T>>;
export type DragEventHandler<T = Element> = EventHandler<DragEvent<T>>;
export type FocusEventHandler<T = Element> = EventHandler<FocusEvent<T>>;
export type FormEventHandler<T = Element> = EventHandler<FormEvent<T>>;
export type ChangeEventHandler<T = Element> = EventHandler<ChangeEvent<T>>;
export type KeyboardEventHandler<T = Element> = EventHandler<KeyboardEvent<T>>;
export type MouseEventHandler<T = Element> = EventHandler<MouseEvent<T>>;
export type TouchEventHandler<T = Element> = EventHandler<TouchEvent<T>>;
export type PointerEventHandler<T = Element> = EventHandler<PointerEvent<T>>;
export type UIEventHandler<T = Element> = EventHandler<UIEvent<T>>;
export type WheelEventHandler<T = Element> = EventHandler<WheelEvent<T>>;
export type AnimationEventHandler<T = Element> = EventHandler<AnimationEvent<T>>;
export type TransitionEventHandler<T = Element> = EventHandler<TransitionEvent<T>>;
export type ToggleEventHandler<T = Element> = EventHandler<ToggleEvent<T>>;
export type InputEventHandler<T = Element> = EventHandler<InputEvent<T>>;

export type AriaRole =
  'alert' | 'alertdialog' | 'application' | 'article' | 'banner' | 'button' | 'cell' | 'checkbox' | 'columnheader' | 'combobox' | 'complementary' | 'contentinfo' | 'definition' | 'dialog' | 'directory' | 'document' | 'feed' | 'figure' | 'form' | 'grid' | 'gridcell' | 'group' | 'heading' | 'img' | 'link' | 'list' | 'listbox' | 'listitem' | 'log' | 'main' | 'marquee' | 'math' | 'menu' | 'menubar' | 'menuitem' | 'menuitemcheckbox' | 'menuitemradio' | 'navigation' | 'none' | 'note' | 'option' | 'presentation' | 'progressbar' | 'radio' | 'radiogroup' | 'region' | 'row' | 'rowgroup' | 'rowheader' | 'scrollbar' | 'search' | 'searchbox' | 'separator' | 'slider' | 'spinbutton' | 'status' | 'switch' | 'tab' | 'table' | 'tablist' | 'tabpanel' | 'term' | 'textbox' | 'timer' | 'toolbar' | 'tooltip' | 'tree' | 'treegrid' | 'treeitem' | (string & {});
export type HTMLAttributeReferrerPolicy = '' | 'no-referrer' | 'no-referrer-when-downgrade' | 'origin' | 'origin-when-cross-origin' | 'same-origin' | 'strict-origin' | 'strict-origin-when-cross-origin' | 'unsafe-url';
export type HTMLAttributeAnchorTarget = '_self' | '_blank' | '_parent' | '_top' | (string & {});

export type HTMLInputTypeAttribute = 'button' | 'checkbox' | 'color' | 'date' | 'datetime-local' | 'email' | 'file' | 'hidden' | 'image' | 'month' | 'number' | 'password' | 'radio' | 'range' | 'reset' | 'search' | 'submit' | 'tel' | 'text' | 'time' | 'url' | 'week' | (string & {});
export type HTMLInputAutoCompleteAttribute = 'off' | 'on' | (string & {});
export type CrossOrigin = 'anonymous' | 'use-credentials' | '';
export type Booleanish = boolean | 'true' | 'false';
export interface AriaAttributes {
  'aria-atomic'?: boolean | 'true' | 'false'; 'aria-busy'?: boolean | 'true' | 'false'; 'aria-disabled'?: boolean | 'true' | 'false';
  'aria-grabbed'?: boolean | 'true' | 'false'; 'aria-hidden'?: boolean | 'true' | 'false'; 'aria-modal'?: boolean | 'true' | 'false';
  'aria-multiline'?: boolean | 'true' | 'false'; 'aria-multiselectable'?: boolean | 'true' | 'false'; 'aria-readonly'?: boolean | 'true' | 'false';
  'aria-required'?: boolean | 'true' | 'false'; 'aria-activedescendant'?: string; 'aria-braillelabel'?: string;
  'aria-brailleroledescription'?: string; 'aria-colindextext'?: string; 'aria-controls'?: string; 'aria-describedby'?: string;
  'aria-description'?: string; 'aria-details'?: string; 'aria-errormessage'?: string; 'aria-flowto'?: string; 'aria-keyshortcuts'?: string;
  'aria-label'?: string; 'aria-labelledby'?: string; 'aria-owns'?: string; 'aria-placeholder'?: string; 'aria-roledescription'?: string;
  'aria-rowindextext'?: string; 'aria-valuetext'?: string; 'aria-colcount'?: number; 'aria-colindex'?: number; 'aria-colspan'?: number;
  'aria-level'?: number; 'aria-posinset'?: number; 'aria-rowcount'?: number; 'aria-rowindex'?: number; 'aria-rowspan'?: number;
  'aria-setsize'?: number; 'aria-valuemax'?: number; 'aria-valuemin'?: number; 'aria-valuenow'?: number;
  'aria-expanded'?: boolean | 'true' | 'false'; 'aria-selected'?: boolean | 'true' | 'false';
  'aria-autocomplete'?: 'none' | 'inline' | 'list' | 'both'; 'aria-checked'?: boolean | 'false' | 'mixed' | 'true';
  'aria-pressed'?: boolean | 'false' | 'mixed' | 'true';
  'aria-current'?: boolean | 'false' | 'true' | 'page' | 'step' | 'location' | 'date' | 'time';
  'aria-dropeffect'?: 'none' | 'copy' | 'execute' | 'link' | 'move' | 'popup';
  'aria-haspopup'?: boolean | 'false' | 'true' | 'menu' | 'listbox' | 'tree' | 'grid' | 'dialog';
  'aria-invalid'?: boolean | 'false' | 'true' | 'grammar' | 'spelling'; 'aria-live'?: 'off' | 'assertive' | 'polite';
  'aria-orientation'?: 'horizontal' | 'vertical'; 'aria-sort'?: 'none' | 'ascending' | 'descending' | 'other';
  'aria-relevant'?: 'additions' | 'additions removals' | 'additions text' | 'all' | 'removals' | 'removals additions' | 'removals text' | 'text' | 'text additions' | 'text removals';
}
export interface DOMAttributes<T> {
  children?: $Content; dangerouslySetInnerHTML?: { __html: string };
  onCopy?: ClipboardEventHandler<T>; onCopyCapture?: ClipboardEventHandler<T>; onCut?: ClipboardEventHandler<T>;
  onCutCapture?: ClipboardEventHandler<T>; onPaste?: ClipboardEventHandler<T>; onPasteCapture?: ClipboardEventHandler<T>;
  onCompositionEnd?: CompositionEventHandler<T>; onCompositionEndCapture?: CompositionEventHandler<T>;
  onCompositionStart?: CompositionEventHandler<T>; onCompositionStartCapture?: CompositionEventHandler<T>;
  onCompositionUpdate?: CompositionEventHandler<T>; onCompositionUpdateCapture?: CompositionEventHandler<T>; onFocus?: FocusEventHandler<T>;
  onFocusCapture?: FocusEventHandler<T>; onBlur?: FocusEventHandler<T>; onBlurCapture?: FocusEventHandler<T>; onChange?: FormEventHandler<T>;
  onChangeCapture?: FormEventHandler<T>; onBeforeInput?: FormEventHandler<T>; onBeforeInputCapture?: FormEventHandler<T>;
  onInput?: FormEventHandler<T>; onInputCapture?: FormEventHandler<T>; onReset?: FormEventHandler<T>; onResetCapture?: FormEventHandler<T>;
  onSubmit?: FormEventHandler<T>; onSubmitCapture?: FormEventHandler<T>; onInvalid?: FormEventHandler<T>; onInvalidCapture?: FormEventHandler<T>;
  onKeyDown?: KeyboardEventHandler<T>; onKeyDownCapture?: KeyboardEventHandler<T>; onKeyPress?: KeyboardEventHandler<T>;
  onKeyPressCapture?: KeyboardEventHandler<T>; onKeyUp?: KeyboardEventHandler<T>; onKeyUpCapture?: KeyboardEventHandler<T>;
  onAuxClick?: MouseEventHandler<T>; onAuxClickCapture?: MouseEventHandler<T>; onClick?: MouseEventHandler<T>; onClickCapture?: MouseEventHandler<T>;
  onContextMenu?: MouseEventHandler<T>; onContextMenuCapture?: MouseEventHandler<T>; onDoubleClick?: MouseEventHandler<T>;
  onDoubleClickCapture?: MouseEventHandler<T>; onMouseDown?: MouseEventHandler<T>; onMouseDownCapture?: MouseEventHandler<T>;
  onMouseEnter?: MouseEventHandler<T>; onMouseLeave?: MouseEventHandler<T>; onMouseMove?: MouseEventHandler<T>;
  onMouseMoveCapture?: MouseEventHandler<T>; onMouseOut?: MouseEventHandler<T>; onMouseOutCapture?: MouseEventHandler<T>;
  onMouseOver?: MouseEventHandler<T>; onMouseOverCapture?: MouseEventHandler<T>; onMouseUp?: MouseEventHandler<T>;
  onMouseUpCapture?: MouseEventHandler<T>; onDrag?: DragEventHandler<T>; onDragCapture?: DragEventHandler<T>; onDragEnd?: DragEventHandler<T>;
  onDragEndCapture?: DragEventHandler<T>; onDragEnter?: DragEventHandler<T>; onDragEnterCapture?: DragEventHandler<T>;
  onDragExit?: DragEventHandler<T>; onDragExitCapture?: DragEventHandler<T>; onDragLeave?: DragEventHandler<T>;
  onDragLeaveCapture?: DragEventHandler<T>; onDragOver?: DragEventHandler<T>; onDragOverCapture?: DragEventHandler<T>;
  onDragStart?: DragEventHandler<T>; onDragStartCapture?: DragEventHandler<T>; onDrop?: DragEventHandler<T>; onDropCapture?: DragEventHandler<T>;
  onTouchCancel?: TouchEventHandler<T>; onTouchCancelCapture?: TouchEventHandler<T>; onTouchEnd?: TouchEventHandler<T>;
  onTouchEndCapture?: TouchEventHandler<T>; onTouchMove?: TouchEventHandler<T>; onTouchMoveCapture?: TouchEventHandler<T>;
  onTouchStart?: TouchEventHandler<T>; onTouchStartCapture?: TouchEventHandler<T>; onPointerDown?: PointerEventHandler<T>;
  onPointerDownCapture?: PointerEventHandler<T>; onPointerMove?: PointerEventHandler<T>; onPointerMoveCapture?: PointerEventHandler<T>;
  onPointerUp?: PointerEventHandler<T>; onPointerUpCapture?: PointerEventHandler<T>; onPointerCancel?: PointerEventHandler<T>;
  onPointerCancelCapture?: PointerEventHandler<T>; onPointerEnter?: PointerEventHandler<T>; onPointerLeave?: PointerEventHandler<T>;
  onPointerOver?: PointerEventHandler<T>; onPointerOverCapture?: PointerEventHandler<T>; onPointerOut?: PointerEventHandler<T>;
  onPointerOutCapture?: PointerEventHandler<T>; onGotPointerCapture?: PointerEventHandler<T>; onGotPointerCaptureCapture?: PointerEventHandler<T>;
  onLostPointerCapture?: PointerEventHandler<T>; onLostPointerCaptureCapture?: PointerEventHandler<T>; onScroll?: UIEventHandler<T>;
  onScrollCapture?: UIEventHandler<T>; onScrollEnd?: UIEventHandler<T>; onScrollEndCapture?: UIEventHandler<T>; onWheel?: WheelEventHandler<T>;
  onWheelCapture?: WheelEventHandler<T>; onAnimationStart?: AnimationEventHandler<T>; onAnimationStartCapture?: AnimationEventHandler<T>;
  onAnimationEnd?: AnimationEventHandler<T>; onAnimationEndCapture?: AnimationEventHandler<T>; onAnimationIteration?: AnimationEventHandler<T>;
  onAnimationIterationCapture?: AnimationEventHandler<T>; onTransitionCancel?: TransitionEventHandler<T>;
  onTransitionCancelCapture?: TransitionEventHandler<T>; onTransitionEnd?: TransitionEventHandler<T>;
  onTransitionEndCapture?: TransitionEventHandler<T>; onTransitionRun?: TransitionEventHandler<T>;
  onTransitionRunCapture?: TransitionEventHandler<T>; onTransitionStart?: TransitionEventHandler<T>;
  onTransitionStartCapture?: TransitionEventHandler<T>; onToggle?: ToggleEventHandler<T>; onBeforeToggle?: ToggleEventHandler<T>;
  onLoad?: ReactEventHandler<T>; onLoadCapture?: ReactEventHandler<T>; onError?: ReactEventHandler<T>; onErrorCapture?: ReactEventHandler<T>;
  onAbort?: ReactEventHandler<T>; onAbortCapture?: ReactEventHandler<T>; onCanPlay?: ReactEventHandler<T>; onCanPlayCapture?: ReactEventHandler<T>;
  onCanPlayThrough?: ReactEventHandler<T>; onCanPlayThroughCapture?: ReactEventHandler<T>; onDurationChange?: ReactEventHandler<T>;
  onDurationChangeCapture?: ReactEventHandler<T>; onEmptied?: ReactEventHandler<T>; onEmptiedCapture?: ReactEventHandler<T>;
  onEncrypted?: ReactEventHandler<T>; onEncryptedCapture?: ReactEventHandler<T>; onEnded?: ReactEventHandler<T>;
  onEndedCapture?: ReactEventHandler<T>; onLoadedData?: ReactEventHandler<T>; onLoadedDataCapture?: ReactEventHandler<T>;
  onLoadedMetadata?: ReactEventHandler<T>; onLoadedMetadataCapture?: ReactEventHandler<T>; onLoadStart?: ReactEventHandler<T>;
  onLoadStartCapture?: ReactEventHandler<T>; onPause?: ReactEventHandler<T>; onPauseCapture?: ReactEventHandler<T>; onPlay?: ReactEventHandler<T>;
  onPlayCapture?: ReactEventHandler<T>; onPlaying?: ReactEventHandler<T>; onPlayingCapture?: ReactEventHandler<T>; onProgress?: ReactEventHandler<T>;
  onProgressCapture?: ReactEventHandler<T>; onRateChange?: ReactEventHandler<T>; onRateChangeCapture?: ReactEventHandler<T>;
  onSeeked?: ReactEventHandler<T>; onSeekedCapture?: ReactEventHandler<T>;
  onSeeking?: ReactEventHandler<T>; onSeekingCapture?: ReactEventHandler<T>; onStalled?: ReactEventHandler<T>;
  onStalledCapture?: ReactEventHandler<T>; onSuspend?: ReactEventHandler<T>; onSuspendCapture?: ReactEventHandler<T>;
  onTimeUpdate?: ReactEventHandler<T>; onTimeUpdateCapture?: ReactEventHandler<T>; onVolumeChange?: ReactEventHandler<T>;
  onVolumeChangeCapture?: ReactEventHandler<T>; onWaiting?: ReactEventHandler<T>; onWaitingCapture?: ReactEventHandler<T>;
  onSelect?: ReactEventHandler<T>; onSelectCapture?: ReactEventHandler<T>;
}
export interface HTMLAttributes<T> extends AriaAttributes, DOMAttributes<T> {
  defaultChecked?: boolean; suppressContentEditableWarning?: boolean; suppressHydrationWarning?: boolean; autoFocus?: boolean; hidden?: boolean;
  itemScope?: boolean; inert?: boolean; defaultValue?: string | number | readonly string[]; accessKey?: string; autoCapitalize?: 'off' | 'none' | 'on' | 'sentences' | 'words' | 'characters' | (string & {}); autoSave?: string;
  autoCorrect?: string; className?: string; contextMenu?: string; dir?: string; enterKeyHint?: 'enter' | 'done' | 'go' | 'next' | 'previous' | 'search' | 'send'; id?: string; lang?: string; nonce?: string;
  slot?: string; title?: string; radioGroup?: string; about?: string; content?: string; datatype?: string; property?: string; rel?: string;
  resource?: string; rev?: string; typeof?: string; vocab?: string; itemType?: string; itemID?: string; itemRef?: string; itemProp?: string;
  popoverTarget?: string; color?: string; results?: number; security?: string; is?: string; exportparts?: string; part?: string; prefix?: string;
  inlist?: any; draggable?: boolean | 'true' | 'false'; spellCheck?: boolean | 'true' | 'false';
  contentEditable?: boolean | 'true' | 'false' | 'inherit' | 'plaintext-only'; style?: CSSProperties; tabIndex?: number; translate?: 'yes' | 'no';
  role?: AriaRole; inputMode?: 'none' | 'text' | 'tel' | 'url' | 'email' | 'numeric' | 'decimal' | 'search'; unselectable?: 'on' | 'off';
  popover?: '' | 'auto' | 'manual' | 'hint'; popoverTargetAction?: 'toggle' | 'show' | 'hide';
}
export interface AnchorHTMLAttributes<T> extends HTMLAttributes<T> {
  download?: any; href?: string; hrefLang?: string; media?: string; ping?: string; type?: string;
  target?: '_self' | '_blank' | '_parent' | '_top' | (string & {});
  referrerPolicy?: '' | 'no-referrer' | 'no-referrer-when-downgrade' | 'origin' | 'origin-when-cross-origin' | 'same-origin' | 'strict-origin' | 'strict-origin-when-cross-origin' | 'unsafe-url';
}
export interface AreaHTMLAttributes<T> extends HTMLAttributes<T> {
  alt?: string; coords?: string; href?: string; hrefLang?: string; media?: string; shape?: string; target?: string; download?: any;
  referrerPolicy?: '' | 'no-referrer' | 'no-referrer-when-downgrade' | 'origin' | 'origin-when-cross-origin' | 'same-origin' | 'strict-origin' | 'strict-origin-when-cross-origin' | 'unsafe-url';
}
export interface BaseHTMLAttributes<T> extends HTMLAttributes<T> {
  href?: string; target?: string;
}
export interface BlockquoteHTMLAttributes<T> extends HTMLAttributes<T> {
  cite?: string;
}
export interface ButtonHTMLAttributes<T> extends HTMLAttributes<T> {
  disabled?: boolean; formNoValidate?: boolean; form?: string; formEncType?: string; formMethod?: string; formTarget?: string; name?: string;
  formAction?: string | ((formData: FormData) => void | Promise<void>); type?: 'submit' | 'reset' | 'button';
  value?: string | readonly string[] | number;
}
export interface CanvasHTMLAttributes<T> extends HTMLAttributes<T> {
  height?: number | string; width?: number | string;
}
export interface ColHTMLAttributes<T> extends HTMLAttributes<T> {
  span?: number; width?: number | string;
}
export interface ColgroupHTMLAttributes<T> extends HTMLAttributes<T> {
  span?: number;
}
export interface DataHTMLAttributes<T> extends HTMLAttributes<T> {
  value?: string | readonly string[] | number;
}
export interface DetailsHTMLAttributes<T> extends HTMLAttributes<T> {
  open?: boolean; name?: string;
}
export interface DelHTMLAttributes<T> extends HTMLAttributes<T> {
  cite?: string; dateTime?: string;
}
export interface DialogHTMLAttributes<T> extends HTMLAttributes<T> {
  open?: boolean; onCancel?: ReactEventHandler<T>; onClose?: ReactEventHandler<T>; closedby?: 'any' | 'closerequest' | 'none';
}
export interface EmbedHTMLAttributes<T> extends HTMLAttributes<T> {
  height?: number | string; width?: number | string; src?: string; type?: string;
}
export interface FieldsetHTMLAttributes<T> extends HTMLAttributes<T> {
  disabled?: boolean; form?: string; name?: string;
}
export interface FormHTMLAttributes<T> extends HTMLAttributes<T> {
  acceptCharset?: string; autoComplete?: string; encType?: string; method?: string; name?: string; target?: string;
  action?: string | ((formData: FormData) => void | Promise<void>); noValidate?: boolean;
}
export interface HtmlHTMLAttributes<T> extends HTMLAttributes<T> {
  manifest?: string;
}
export interface IframeHTMLAttributes<T> extends HTMLAttributes<T> {
  allow?: string; name?: string; sandbox?: string; scrolling?: string; src?: string; srcDoc?: string; allowFullScreen?: boolean;
  allowTransparency?: boolean; seamless?: boolean; marginHeight?: number; marginWidth?: number; frameBorder?: number | string;
  height?: number | string; width?: number | string; loading?: 'eager' | 'lazy';
  referrerPolicy?: '' | 'no-referrer' | 'no-referrer-when-downgrade' | 'origin' | 'origin-when-cross-origin' | 'same-origin' | 'strict-origin' | 'strict-origin-when-cross-origin' | 'unsafe-url';
}
export interface ImgHTMLAttributes<T> extends HTMLAttributes<T> {
  alt?: string; sizes?: string; src?: string; srcSet?: string; useMap?: string; crossOrigin?: 'anonymous' | 'use-credentials' | '';
  decoding?: 'async' | 'auto' | 'sync'; fetchPriority?: 'high' | 'low' | 'auto'; height?: number | string; width?: number | string;
  loading?: 'eager' | 'lazy';
  referrerPolicy?: '' | 'no-referrer' | 'no-referrer-when-downgrade' | 'origin' | 'origin-when-cross-origin' | 'same-origin' | 'strict-origin' | 'strict-origin-when-cross-origin' | 'unsafe-url';
}
export interface InputHTMLAttributes<T> extends HTMLAttributes<T> {
  accept?: string; alt?: string; form?: string; formEncType?: string; formMethod?: string; formTarget?: string; list?: string; name?: string;
  pattern?: string; placeholder?: string; src?: string; autoComplete?: 'off' | 'on' | (string & {}); capture?: boolean | 'user' | 'environment';
  checked?: boolean; disabled?: boolean; formNoValidate?: boolean; multiple?: boolean; readOnly?: boolean; required?: boolean;
  formAction?: string | ((formData: FormData) => void | Promise<void>); height?: number | string; max?: number | string; min?: number | string;
  step?: number | string; width?: number | string; maxLength?: number; minLength?: number; size?: number;
  type?: 'button' | 'checkbox' | 'color' | 'date' | 'datetime-local' | 'email' | 'file' | 'hidden' | 'image' | 'month' | 'number' | 'password' | 'radio' | 'range' | 'reset' | 'search' | 'submit' | 'tel' | 'text' | 'time' | 'url' | 'week' | (string & {});
  value?: string | readonly string[] | number; onChange?: ChangeEventHandler<T>;
}
export interface InsHTMLAttributes<T> extends HTMLAttributes<T> {
  cite?: string; dateTime?: string;
}
export interface KeygenHTMLAttributes<T> extends HTMLAttributes<T> {
  challenge?: string; form?: string; keyType?: string; keyParams?: string; name?: string; disabled?: boolean;
}
export interface LabelHTMLAttributes<T> extends HTMLAttributes<T> {
  form?: string; htmlFor?: string;
}
export interface LiHTMLAttributes<T> extends HTMLAttributes<T> {
  value?: string | readonly string[] | number;
}
export interface LinkHTMLAttributes<T> extends HTMLAttributes<T> {
  as?: string; blocking?: 'render' | (string & {}); href?: string; hrefLang?: string; integrity?: string; media?: string; imageSrcSet?: string; imageSizes?: string;
  sizes?: string; type?: string; charSet?: string; precedence?: string; crossOrigin?: 'anonymous' | 'use-credentials' | '';
  fetchPriority?: 'high' | 'low' | 'auto';
  referrerPolicy?: '' | 'no-referrer' | 'no-referrer-when-downgrade' | 'origin' | 'origin-when-cross-origin' | 'same-origin' | 'strict-origin' | 'strict-origin-when-cross-origin' | 'unsafe-url';
}
export interface MapHTMLAttributes<T> extends HTMLAttributes<T> {
  name?: string;
}
export interface MenuHTMLAttributes<T> extends HTMLAttributes<T> {
  type?: string;
}
export interface MediaHTMLAttributes<T> extends HTMLAttributes<T> {
  autoPlay?: boolean; controls?: boolean; loop?: boolean; muted?: boolean; playsInline?: boolean; controlsList?: string; mediaGroup?: string;
  preload?: string; src?: string; crossOrigin?: 'anonymous' | 'use-credentials' | '';
}
export interface MetaHTMLAttributes<T> extends HTMLAttributes<T> {
  charSet?: string; content?: string; httpEquiv?: string; media?: string; name?: string;
}
export interface MeterHTMLAttributes<T> extends HTMLAttributes<T> {
  form?: string; high?: number; low?: number; optimum?: number; max?: number | string; min?: number | string;
  value?: string | readonly string[] | number;
}
export interface ObjectHTMLAttributes<T> extends HTMLAttributes<T> {
  classID?: string; data?: string; form?: string; name?: string; type?: string; useMap?: string; wmode?: string; height?: number | string;
  width?: number | string;
}
export interface OlHTMLAttributes<T> extends HTMLAttributes<T> {
  reversed?: boolean; start?: number; type?: '1' | 'a' | 'A' | 'i' | 'I';
}
export interface OptgroupHTMLAttributes<T> extends HTMLAttributes<T> {
  disabled?: boolean; label?: string;
}
export interface OptionHTMLAttributes<T> extends HTMLAttributes<T> {
  disabled?: boolean; selected?: boolean; label?: string; value?: string | readonly string[] | number;
}
export interface OutputHTMLAttributes<T> extends HTMLAttributes<T> {
  form?: string; htmlFor?: string; name?: string;
}
export interface ParamHTMLAttributes<T> extends HTMLAttributes<T> {
  name?: string; value?: string | readonly string[] | number;
}
export interface ProgressHTMLAttributes<T> extends HTMLAttributes<T> {
  max?: number | string; value?: string | readonly string[] | number;
}
export interface QuoteHTMLAttributes<T> extends HTMLAttributes<T> {
  cite?: string;
}
export interface ScriptHTMLAttributes<T> extends HTMLAttributes<T> {
  async?: boolean; defer?: boolean; noModule?: boolean; blocking?: 'render' | (string & {}); charSet?: string; integrity?: string; src?: string; type?: string;
  crossOrigin?: 'anonymous' | 'use-credentials' | ''; fetchPriority?: 'high' | 'low' | 'auto';
  referrerPolicy?: '' | 'no-referrer' | 'no-referrer-when-downgrade' | 'origin' | 'origin-when-cross-origin' | 'same-origin' | 'strict-origin' | 'strict-origin-when-cross-origin' | 'unsafe-url';
}
export interface SelectHTMLAttributes<T> extends HTMLAttributes<T> {
  autoComplete?: string; form?: string; name?: string; disabled?: boolean; multiple?: boolean; required?: boolean; size?: number;
  value?: string | readonly string[] | number; onChange?: ChangeEventHandler<T>;
}
export interface SlotHTMLAttributes<T> extends HTMLAttributes<T> {
  name?: string;
}
export interface SourceHTMLAttributes<T> extends HTMLAttributes<T> {
  height?: number | string; width?: number | string; media?: string; sizes?: string; src?: string; srcSet?: string; type?: string;
}
export interface StyleHTMLAttributes<T> extends HTMLAttributes<T> {
  blocking?: 'render' | (string & {}); href?: string; media?: string; precedence?: string; type?: string; scoped?: boolean;
}
export interface TableHTMLAttributes<T> extends HTMLAttributes<T> {
  align?: 'left' | 'center' | 'right'; bgcolor?: string; border?: number; cellPadding?: number | string; cellSpacing?: number | string;
  width?: number | string; frame?: boolean; rules?: 'none' | 'groups' | 'rows' | 'columns' | 'all'; summary?: string;
}
export interface TdHTMLAttributes<T> extends HTMLAttributes<T> {
  align?: 'left' | 'center' | 'right' | 'justify' | 'char'; colSpan?: number; rowSpan?: number; headers?: string; scope?: string; abbr?: string;
  height?: number | string; width?: number | string; valign?: 'top' | 'middle' | 'bottom' | 'baseline';
}
export interface TextareaHTMLAttributes<T> extends HTMLAttributes<T> {
  autoComplete?: string; dirName?: string; form?: string; name?: string; placeholder?: string; wrap?: string; cols?: number; maxLength?: number;
  minLength?: number; rows?: number; disabled?: boolean; readOnly?: boolean; required?: boolean; value?: string | readonly string[] | number;
  onChange?: ChangeEventHandler<T>;
}
export interface ThHTMLAttributes<T> extends HTMLAttributes<T> {
  align?: 'left' | 'center' | 'right' | 'justify' | 'char'; colSpan?: number; rowSpan?: number; headers?: string; scope?: string; abbr?: string;
}
export interface TimeHTMLAttributes<T> extends HTMLAttributes<T> {
  dateTime?: string;
}
export interface TrackHTMLAttributes<T> extends HTMLAttributes<T> {
  default?: boolean; kind?: string; label?: string; src?: string; srcLang?: string;
}
export interface VideoHTMLAttributes<T> extends MediaHTMLAttributes<T> {
  height?: number | string; width?: number | string; disablePictureInPicture?: boolean; disableRemotePlayback?: boolean; playsInline?: boolean;
  poster?: string; onResize?: ReactEventHandler<T>; onResizeCapture?: ReactEventHandler<T>;
}
export interface AudioHTMLAttributes<T> extends MediaHTMLAttributes<T> {}
export interface WebViewHTMLAttributes<T> extends HTMLAttributes<T> {
  allowFullScreen?: boolean; allowpopups?: boolean; blinkfeatures?: string; disableblinkfeatures?: string; disableguestresize?: boolean; disablewebsecurity?: boolean; guestinstance?: string; webpreferences?: string; autosize?: boolean; plugins?: boolean; httpreferrer?: string; nodeintegration?: string;
  partition?: string; preload?: string; src?: string; useragent?: string;
}
export interface AllHTMLAttributes<T> extends HTMLAttributes<T> {
  download?: any; href?: string; hrefLang?: string; media?: string; ping?: string; type?: string;
  target?: '_self' | '_blank' | '_parent' | '_top' | (string & {});
  referrerPolicy?: '' | 'no-referrer' | 'no-referrer-when-downgrade' | 'origin' | 'origin-when-cross-origin' | 'same-origin' | 'strict-origin' | 'strict-origin-when-cross-origin' | 'unsafe-url';
  alt?: string; coords?: string; shape?: string; cite?: string; disabled?: boolean; formNoValidate?: boolean; form?: string; formEncType?: string;
  formMethod?: string; formTarget?: string; name?: string; formAction?: string | ((formData: FormData) => void | Promise<void>);
  value?: string | readonly string[] | number; height?: number | string; width?: number | string; span?: number; open?: boolean; dateTime?: string;
  onCancel?: ReactEventHandler<T>; onClose?: ReactEventHandler<T>; closedby?: 'any' | 'closerequest' | 'none'; src?: string; acceptCharset?: string;
  autoComplete?: string; encType?: string; method?: string; action?: string | ((formData: FormData) => void | Promise<void>); noValidate?: boolean;
  manifest?: string; allow?: string; sandbox?: string; scrolling?: string; srcDoc?: string; allowFullScreen?: boolean; allowTransparency?: boolean;
  seamless?: boolean; marginHeight?: number; marginWidth?: number; frameBorder?: number | string; loading?: 'eager' | 'lazy'; sizes?: string;
  srcSet?: string; useMap?: string; crossOrigin?: 'anonymous' | 'use-credentials' | ''; decoding?: 'async' | 'auto' | 'sync';
  fetchPriority?: 'high' | 'low' | 'auto'; accept?: string; list?: string; pattern?: string; placeholder?: string;
  capture?: boolean | 'user' | 'environment'; checked?: boolean; multiple?: boolean; readOnly?: boolean; required?: boolean; max?: number | string;
  min?: number | string; step?: number | string; maxLength?: number; minLength?: number; size?: number; onChange?: FormEventHandler<T>;
  challenge?: string; keyType?: string; keyParams?: string; htmlFor?: string; as?: string; blocking?: 'render' | (string & {}); integrity?: string;
  imageSrcSet?: string; imageSizes?: string; charSet?: string; precedence?: string; autoPlay?: boolean; controls?: boolean; loop?: boolean;
  muted?: boolean; playsInline?: boolean; controlsList?: string; mediaGroup?: string; preload?: string; content?: string; httpEquiv?: string;
  high?: number; low?: number; optimum?: number; classID?: string; data?: string; wmode?: string; reversed?: boolean; start?: number; label?: string;
  selected?: boolean; async?: boolean; defer?: boolean; noModule?: boolean; scoped?: boolean; align?: 'left' | 'center' | 'right'; bgcolor?: string;
  border?: number; cellPadding?: number | string; cellSpacing?: number | string; frame?: boolean;
  rules?: 'none' | 'groups' | 'rows' | 'columns' | 'all'; summary?: string; colSpan?: number; rowSpan?: number; headers?: string; scope?: string;
  abbr?: string; valign?: 'top' | 'middle' | 'bottom' | 'baseline'; dirName?: string; wrap?: string; cols?: number; rows?: number; default?: boolean;
  kind?: string; srcLang?: string; disablePictureInPicture?: boolean; disableRemotePlayback?: boolean; poster?: string;
  onResize?: ReactEventHandler<T>; onResizeCapture?: ReactEventHandler<T>;
  allowpopups?: boolean; blinkfeatures?: string; disableblinkfeatures?: string; disableguestresize?: boolean; disablewebsecurity?: boolean; guestinstance?: string; webpreferences?: string; autosize?: boolean; plugins?: boolean; httpreferrer?: string; nodeintegration?: string; partition?: string;
  useragent?: string;
}
export interface SVGAttributes<T> extends AriaAttributes, DOMAttributes<T> {
  accentHeight?: number | string; amplitude?: number | string; azimuth?: number | string; baseFrequency?: number | string;
  baselineShift?: number | string; bias?: number | string; by?: number | string; clip?: number | string; cx?: number | string; cy?: number | string;
  dur?: number | string; dx?: number | string; dy?: number | string; elevation?: number | string; exponent?: number | string; fr?: number | string;
  from?: number | string; fx?: number | string; fy?: number | string; hanging?: number | string; height?: number | string;
  horizAdvX?: number | string; horizOriginX?: number | string; intercept?: number | string; k?: number | string; k1?: number | string;
  k2?: number | string; k3?: number | string; k4?: number | string; kernelMatrix?: number | string; kernelUnitLength?: number | string;
  limitingConeAngle?: number | string; mathematical?: number | string; numOctaves?: number | string; offset?: number | string;
  opacity?: number | string; operator?: number | string; order?: number | string; overlinePosition?: number | string;
  overlineThickness?: number | string; pathLength?: number | string; r?: number | string; radius?: number | string; refX?: number | string;
  refY?: number | string; repeatCount?: number | string; repeatDur?: number | string; rotate?: number | string; rx?: number | string;
  ry?: number | string; scale?: number | string; seed?: number | string; slope?: number | string; spacing?: number | string;
  specularConstant?: number | string; specularExponent?: number | string; speed?: number | string; stdDeviation?: number | string;
  stemh?: number | string; stemv?: number | string; strikethroughPosition?: number | string; strikethroughThickness?: number | string;
  strokeDasharray?: number | string; strokeDashoffset?: number | string; strokeMiterlimit?: number | string; strokeOpacity?: number | string;
  strokeWidth?: number | string; surfaceScale?: number | string; tableValues?: number | string; targetX?: number | string; targetY?: number | string;
  textLength?: number | string; to?: number | string; underlinePosition?: number | string; underlineThickness?: number | string;
  unicodeRange?: number | string; unitsPerEm?: number | string; vAlphabetic?: number | string; vHanging?: number | string;
  vIdeographic?: number | string; vMathematical?: number | string; values?: string; vertAdvY?: number | string;
  vertOriginX?: number | string; vertOriginY?: number | string; width?: number | string; widths?: number | string; x?: number | string;
  x1?: number | string; x2?: number | string; xChannelSelector?: string; xHeight?: number | string; y?: number | string;
  y1?: number | string; y2?: number | string; yChannelSelector?: string; z?: number | string; fillOpacity?: number | string;
  floodOpacity?: number | string; stopOpacity?: number | string; fontSize?: number | string; fontSizeAdjust?: number | string;
  fontStretch?: number | string; fontStyle?: number | string; fontVariant?: number | string; fontWeight?: number | string;
  letterSpacing?: number | string; wordSpacing?: number | string; glyphOrientationHorizontal?: number | string;
  glyphOrientationVertical?: number | string; glyphName?: number | string; g1?: number | string; g2?: number | string; ideographic?: number | string;
  keyPoints?: number | string; keyTimes?: number | string; keySplines?: number | string; lang?: string; lightingColor?: number | string;
  local?: number | string; markerMid?: string; orient?: number | string; orientation?: number | string;
  origin?: number | string; overflow?: number | string; paintOrder?: number | string; panose1?: number | string; pointerEvents?: number | string;
  points?: string; pointsAtX?: number | string; pointsAtY?: number | string; pointsAtZ?: number | string; preserveAlpha?: Booleanish;
  renderingIntent?: number | string; requiredExtensions?: number | string; requiredFeatures?: number | string; restart?: number | string;
  result?: string; spreadMethod?: string; startOffset?: number | string; stitchTiles?: number | string;
  stopColor?: string; string?: number | string; stroke?: string; systemLanguage?: number | string;
  textDecoration?: number | string; textRendering?: number | string; transform?: string; unicode?: number | string;
  unicodeBidi?: number | string; vectorEffect?: number | string; version?: string; viewBox?: string; viewTarget?: number | string;
  visibility?: number | string; writingMode?: number | string; allowReorder?: 'no' | 'yes'; alphabetic?: number | string;
  arabicForm?: 'initial' | 'medial' | 'terminal' | 'isolated'; ascent?: number | string; attributeName?: string; attributeType?: string; begin?: number | string;
  calcMode?: number | string; capHeight?: number | string; clipPath?: string; clipPathUnits?: number | string; clipRule?: number | string;
  colorInterpolation?: number | string; colorProfile?: number | string; colorRendering?: number | string; contentScriptType?: number | string;
  contentStyleType?: number | string; cursor?: number | string; d?: string; decelerate?: number | string; descent?: number | string;
  diffuseConstant?: number | string; direction?: number | string; display?: number | string; divisor?: number | string;
  dominantBaseline?: 'auto' | 'use-script' | 'no-change' | 'reset-size' | 'ideographic' | 'alphabetic' | 'hanging' | 'mathematical' | 'central' | 'middle' | 'text-after-edge' | 'text-before-edge' | 'inherit'; edgeMode?: number | string; enableBackground?: number | string; end?: number | string; fill?: string;
  fillRule?: 'nonzero' | 'evenodd' | 'inherit'; filter?: string; filterRes?: number | string; filterUnits?: number | string; floodColor?: number | string;
  focusable?: number | string; fontFamily?: string; format?: number | string; gradientTransform?: string;
  gradientUnits?: string; imageRendering?: number | string; in?: string; in2?: number | string; kerning?: number | string;
  lengthAdjust?: number | string; markerEnd?: string; markerHeight?: number | string; markerStart?: string;
  markerUnits?: number | string; markerWidth?: number | string; mask?: string; maskContentUnits?: number | string;
  maskUnits?: number | string; method?: string; mode?: number | string; patternContentUnits?: string;
  patternTransform?: number | string; patternUnits?: string; primitiveUnits?: number | string; shapeRendering?: number | string;
  target?: string; crossOrigin?: CrossOrigin; href?: string; id?: string;
  className?: string; media?: string; max?: number | string; min?: number | string; name?: string;
  nonce?: string; type?: string; color?: string; path?: string; suppressHydrationWarning?: boolean;
  xlinkActuate?: string; xlinkArcrole?: string; xlinkHref?: string; xlinkRole?: string;
  xlinkShow?: string; xlinkTitle?: string; xlinkType?: string; xmlBase?: string; xmlLang?: string;
  xmlSpace?: string; xmlns?: string; xmlnsXlink?: string; zoomAndPan?: string;
  strokeLinecap?: 'butt' | 'round' | 'square' | 'inherit'; strokeLinejoin?: 'miter' | 'round' | 'bevel' | 'inherit';
  textAnchor?: 'start' | 'middle' | 'end' | 'inherit'; style?: CSSProperties; role?: AriaRole; tabIndex?: number;
  part?: string; slot?: string; accumulate?: 'none' | 'sum'; additive?: 'replace' | 'sum'; autoReverse?: Booleanish; baseProfile?: number | string; bbox?: number | string;
  alignmentBaseline?: 'auto' | 'baseline' | 'before-edge' | 'text-before-edge' | 'middle' | 'central' | 'after-edge' | 'text-after-edge' | 'ideographic' | 'alphabetic' | 'hanging' | 'mathematical' | 'inherit';
  colorInterpolationFilters?: 'auto' | 'sRGB' | 'linearRGB' | 'inherit'; externalResourcesRequired?: Booleanish; glyphRef?: number | string; preserveAspectRatio?: string; u1?: number | string; u2?: number | string;
}
export type DetailedHTMLProps<E, T> = ClassAttributes<T> & E;
export interface HTMLProps<T> extends AllHTMLAttributes<T>, ClassAttributes<T> {}
export interface SVGProps<T> extends SVGAttributes<T>, ClassAttributes<T> {}
export interface SVGLineElementAttributes<T> extends SVGProps<T> {}
export interface SVGTextElementAttributes<T> extends SVGProps<T> {}

export type HTMLElementType =
  | 'a' | 'abbr' | 'address' | 'area' | 'article' | 'aside' | 'audio' | 'b' | 'base' | 'bdi' | 'bdo' | 'big' | 'blockquote' | 'body' | 'br'
  | 'button' | 'canvas' | 'caption' | 'center' | 'cite' | 'code' | 'col' | 'colgroup' | 'data' | 'datalist' | 'dd' | 'del' | 'details' | 'dfn'
  | 'dialog' | 'div' | 'dl' | 'dt' | 'em' | 'embed' | 'fieldset' | 'figcaption' | 'figure' | 'footer' | 'form' | 'h1' | 'h2' | 'h3' | 'h4' | 'h5'
  | 'h6' | 'head' | 'header' | 'hgroup' | 'hr' | 'html' | 'i' | 'iframe' | 'img' | 'input' | 'ins' | 'kbd' | 'keygen' | 'label' | 'legend' | 'li'
  | 'link' | 'main' | 'map' | 'mark' | 'menu' | 'menuitem' | 'meta' | 'meter' | 'nav' | 'noscript' | 'object' | 'ol' | 'optgroup'
  | 'option' | 'output' | 'p' | 'param' | 'picture' | 'pre' | 'progress' | 'q' | 'rp' | 'rt' | 'ruby' | 's' | 'samp' | 'script' | 'search'
  | 'section' | 'select' | 'slot' | 'small' | 'source' | 'span' | 'strong' | 'style' | 'sub' | 'summary' | 'sup' | 'table' | 'tbody' | 'td'
  | 'template' | 'textarea' | 'tfoot' | 'th' | 'thead' | 'time' | 'title' | 'tr' | 'track' | 'u' | 'ul' | 'var' | 'video' | 'wbr' | 'webview';
export type SVGElementType =
  | 'svg' | 'animate' | 'animateMotion' | 'animateTransform' | 'circle' | 'clipPath' | 'defs' | 'desc' | 'ellipse' | 'feBlend' | 'feColorMatrix'
  | 'feComponentTransfer' | 'feComposite' | 'feConvolveMatrix' | 'feDiffuseLighting' | 'feDisplacementMap' | 'feDistantLight' | 'feDropShadow'
  | 'feFlood' | 'feFuncA' | 'feFuncB' | 'feFuncG' | 'feFuncR' | 'feGaussianBlur' | 'feImage' | 'feMerge' | 'feMergeNode' | 'feMorphology'
  | 'feOffset' | 'fePointLight' | 'feSpecularLighting' | 'feSpotLight' | 'feTile' | 'feTurbulence' | 'filter' | 'foreignObject' | 'g' | 'image'
  | 'line' | 'linearGradient' | 'marker' | 'mask' | 'metadata' | 'mpath' | 'path' | 'pattern' | 'polygon' | 'polyline' | 'radialGradient' | 'rect'
  | 'set' | 'stop' | 'switch' | 'symbol' | 'text' | 'textPath' | 'tspan' | 'use' | 'view';

type WithDefaults<P, D> = string extends keyof P ? P
  : Pick<P, Exclude<keyof P, keyof D>> & Partial<Pick<P, Extract<keyof P, keyof D>>> & Partial<Pick<D, Exclude<keyof D, keyof P>>>;

export namespace JSX {
  type Element = $One;
  type ElementType = $Component<any> | $Element;
  type ElementClass = Component<any>;
  interface ElementAttributesProperty { props: {} }
  interface ElementChildrenAttribute { children: {} }
  type LibraryManagedAttributes<C, P> = C extends { defaultProps: infer D } ? WithDefaults<P, D> : P;
  type IntrinsicAttributes = Attributes;
  type IntrinsicClassAttributes<T> = ClassAttributes<T>;
  interface IntrinsicElements {
    a: DetailedHTMLProps<AnchorHTMLAttributes<HTMLAnchorElement>, HTMLAnchorElement>;
    abbr: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>; 
    address: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    area: DetailedHTMLProps<AreaHTMLAttributes<HTMLAreaElement>, HTMLAreaElement>;
    article: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>; aside: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    audio: DetailedHTMLProps<AudioHTMLAttributes<HTMLAudioElement>, HTMLAudioElement>;
    b: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>; base: DetailedHTMLProps<BaseHTMLAttributes<HTMLBaseElement>, HTMLBaseElement>;
    bdi: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>; bdo: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    big: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    blockquote: DetailedHTMLProps<BlockquoteHTMLAttributes<HTMLQuoteElement>, HTMLQuoteElement>;
    body: DetailedHTMLProps<HTMLAttributes<HTMLBodyElement>, HTMLBodyElement>; br: DetailedHTMLProps<HTMLAttributes<HTMLBRElement>, HTMLBRElement>;
    button: DetailedHTMLProps<ButtonHTMLAttributes<HTMLButtonElement>, HTMLButtonElement>;
    canvas: DetailedHTMLProps<CanvasHTMLAttributes<HTMLCanvasElement>, HTMLCanvasElement>;
    caption: DetailedHTMLProps<HTMLAttributes<HTMLTableCaptionElement>, HTMLTableCaptionElement>;
    center: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>; cite: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    code: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    col: DetailedHTMLProps<ColHTMLAttributes<HTMLTableColElement>, HTMLTableColElement>;
    colgroup: DetailedHTMLProps<ColgroupHTMLAttributes<HTMLTableColElement>, HTMLTableColElement>;
    data: DetailedHTMLProps<DataHTMLAttributes<HTMLDataElement>, HTMLDataElement>;
    datalist: DetailedHTMLProps<HTMLAttributes<HTMLDataListElement>, HTMLDataListElement>;
    dd: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>; del: DetailedHTMLProps<DelHTMLAttributes<HTMLModElement>, HTMLModElement>;
    details: DetailedHTMLProps<DetailsHTMLAttributes<HTMLDetailsElement>, HTMLDetailsElement>;
    dfn: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    dialog: DetailedHTMLProps<DialogHTMLAttributes<HTMLDialogElement>, HTMLDialogElement>;
    div: DetailedHTMLProps<HTMLAttributes<HTMLDivElement>, HTMLDivElement>;
    dl: DetailedHTMLProps<HTMLAttributes<HTMLDListElement>, HTMLDListElement>; dt: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    em: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    embed: DetailedHTMLProps<EmbedHTMLAttributes<HTMLEmbedElement>, HTMLEmbedElement>;
    fieldset: DetailedHTMLProps<FieldsetHTMLAttributes<HTMLFieldSetElement>, HTMLFieldSetElement>;
    figcaption: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>; figure: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    footer: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    form: DetailedHTMLProps<FormHTMLAttributes<HTMLFormElement>, HTMLFormElement>;
    h1: DetailedHTMLProps<HTMLAttributes<HTMLHeadingElement>, HTMLHeadingElement>;
    h2: DetailedHTMLProps<HTMLAttributes<HTMLHeadingElement>, HTMLHeadingElement>;
    h3: DetailedHTMLProps<HTMLAttributes<HTMLHeadingElement>, HTMLHeadingElement>;
    h4: DetailedHTMLProps<HTMLAttributes<HTMLHeadingElement>, HTMLHeadingElement>;
    h5: DetailedHTMLProps<HTMLAttributes<HTMLHeadingElement>, HTMLHeadingElement>;
    h6: DetailedHTMLProps<HTMLAttributes<HTMLHeadingElement>, HTMLHeadingElement>;
    head: DetailedHTMLProps<HTMLAttributes<HTMLHeadElement>, HTMLHeadElement>; header: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    hgroup: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>; hr: DetailedHTMLProps<HTMLAttributes<HTMLHRElement>, HTMLHRElement>;
    html: DetailedHTMLProps<HtmlHTMLAttributes<HTMLHtmlElement>, HTMLHtmlElement>; i: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    iframe: DetailedHTMLProps<IframeHTMLAttributes<HTMLIFrameElement>, HTMLIFrameElement>;
    img: DetailedHTMLProps<ImgHTMLAttributes<HTMLImageElement>, HTMLImageElement>;
    input: DetailedHTMLProps<InputHTMLAttributes<HTMLInputElement>, HTMLInputElement>;
    ins: DetailedHTMLProps<InsHTMLAttributes<HTMLModElement>, HTMLModElement>; kbd: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    keygen: DetailedHTMLProps<KeygenHTMLAttributes<HTMLElement>, HTMLElement>;
    label: DetailedHTMLProps<LabelHTMLAttributes<HTMLLabelElement>, HTMLLabelElement>;
    legend: DetailedHTMLProps<HTMLAttributes<HTMLLegendElement>, HTMLLegendElement>;
    li: DetailedHTMLProps<LiHTMLAttributes<HTMLLIElement>, HTMLLIElement>;
    link: DetailedHTMLProps<LinkHTMLAttributes<HTMLLinkElement>, HTMLLinkElement>; main: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    map: DetailedHTMLProps<MapHTMLAttributes<HTMLMapElement>, HTMLMapElement>; mark: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    menu: DetailedHTMLProps<MenuHTMLAttributes<HTMLElement>, HTMLElement>; menuitem: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    meta: DetailedHTMLProps<MetaHTMLAttributes<HTMLMetaElement>, HTMLMetaElement>;
    meter: DetailedHTMLProps<MeterHTMLAttributes<HTMLMeterElement>, HTMLMeterElement>;
    nav: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>; noindex: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    noscript: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    object: DetailedHTMLProps<ObjectHTMLAttributes<HTMLObjectElement>, HTMLObjectElement>;
    ol: DetailedHTMLProps<OlHTMLAttributes<HTMLOListElement>, HTMLOListElement>;
    optgroup: DetailedHTMLProps<OptgroupHTMLAttributes<HTMLOptGroupElement>, HTMLOptGroupElement>;
    option: DetailedHTMLProps<OptionHTMLAttributes<HTMLOptionElement>, HTMLOptionElement>;
    output: DetailedHTMLProps<OutputHTMLAttributes<HTMLOutputElement>, HTMLOutputElement>;
    p: DetailedHTMLProps<HTMLAttributes<HTMLParagraphElement>, HTMLParagraphElement>;
    param: DetailedHTMLProps<ParamHTMLAttributes<HTMLParamElement>, HTMLParamElement>;
    picture: DetailedHTMLProps<HTMLAttributes<HTMLPictureElement>, HTMLPictureElement>;
    pre: DetailedHTMLProps<HTMLAttributes<HTMLPreElement>, HTMLPreElement>;
    progress: DetailedHTMLProps<ProgressHTMLAttributes<HTMLProgressElement>, HTMLProgressElement>;
    q: DetailedHTMLProps<QuoteHTMLAttributes<HTMLQuoteElement>, HTMLQuoteElement>; rp: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    rt: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>; ruby: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    s: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>; samp: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    script: DetailedHTMLProps<ScriptHTMLAttributes<HTMLScriptElement>, HTMLScriptElement>;
    search: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>; section: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    select: DetailedHTMLProps<SelectHTMLAttributes<HTMLSelectElement>, HTMLSelectElement>;
    slot: DetailedHTMLProps<SlotHTMLAttributes<HTMLSlotElement>, HTMLSlotElement>;
    small: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    source: DetailedHTMLProps<SourceHTMLAttributes<HTMLSourceElement>, HTMLSourceElement>;
    span: DetailedHTMLProps<HTMLAttributes<HTMLSpanElement>, HTMLSpanElement>; strong: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    style: DetailedHTMLProps<StyleHTMLAttributes<HTMLStyleElement>, HTMLStyleElement>;
    sub: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>; summary: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    sup: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    table: DetailedHTMLProps<TableHTMLAttributes<HTMLTableElement>, HTMLTableElement>;
    tbody: DetailedHTMLProps<HTMLAttributes<HTMLTableSectionElement>, HTMLTableSectionElement>;
    td: DetailedHTMLProps<TdHTMLAttributes<HTMLTableDataCellElement>, HTMLTableDataCellElement>;
    template: DetailedHTMLProps<HTMLAttributes<HTMLTemplateElement>, HTMLTemplateElement>;
    textarea: DetailedHTMLProps<TextareaHTMLAttributes<HTMLTextAreaElement>, HTMLTextAreaElement>;
    tfoot: DetailedHTMLProps<HTMLAttributes<HTMLTableSectionElement>, HTMLTableSectionElement>;
    th: DetailedHTMLProps<ThHTMLAttributes<HTMLTableHeaderCellElement>, HTMLTableHeaderCellElement>;
    thead: DetailedHTMLProps<HTMLAttributes<HTMLTableSectionElement>, HTMLTableSectionElement>;
    time: DetailedHTMLProps<TimeHTMLAttributes<HTMLTimeElement>, HTMLTimeElement>;
    title: DetailedHTMLProps<HTMLAttributes<HTMLTitleElement>, HTMLTitleElement>;
    tr: DetailedHTMLProps<HTMLAttributes<HTMLTableRowElement>, HTMLTableRowElement>;
    track: DetailedHTMLProps<TrackHTMLAttributes<HTMLTrackElement>, HTMLTrackElement>;
    u: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    ul: DetailedHTMLProps<HTMLAttributes<HTMLUListElement>, HTMLUListElement>; var: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>;
    video: DetailedHTMLProps<VideoHTMLAttributes<HTMLVideoElement>, HTMLVideoElement>;
    wbr: DetailedHTMLProps<HTMLAttributes<HTMLElement>, HTMLElement>; webview: DetailedHTMLProps<WebViewHTMLAttributes<HTMLElement>, HTMLElement>;
    svg: SVGProps<SVGSVGElement>; animate: SVGProps<SVGAnimateElement>; animateMotion: SVGProps<SVGAnimateMotionElement>;
    animateTransform: SVGProps<SVGAnimateTransformElement>; circle: SVGProps<SVGCircleElement>; clipPath: SVGProps<SVGClipPathElement>;
    defs: SVGProps<SVGDefsElement>; desc: SVGProps<SVGDescElement>; ellipse: SVGProps<SVGEllipseElement>; feBlend: SVGProps<SVGFEBlendElement>;
    feColorMatrix: SVGProps<SVGFEColorMatrixElement>; feComponentTransfer: SVGProps<SVGFEComponentTransferElement>;
    feComposite: SVGProps<SVGFECompositeElement>; feConvolveMatrix: SVGProps<SVGFEConvolveMatrixElement>;
    feDiffuseLighting: SVGProps<SVGFEDiffuseLightingElement>; feDisplacementMap: SVGProps<SVGFEDisplacementMapElement>;
    feDistantLight: SVGProps<SVGFEDistantLightElement>; feDropShadow: SVGProps<SVGFEDropShadowElement>; feFlood: SVGProps<SVGFEFloodElement>;
    feFuncA: SVGProps<SVGFEFuncAElement>; feFuncB: SVGProps<SVGFEFuncBElement>; feFuncG: SVGProps<SVGFEFuncGElement>;
    feFuncR: SVGProps<SVGFEFuncRElement>; feGaussianBlur: SVGProps<SVGFEGaussianBlurElement>; feImage: SVGProps<SVGFEImageElement>;
    feMerge: SVGProps<SVGFEMergeElement>; feMergeNode: SVGProps<SVGFEMergeNodeElement>; feMorphology: SVGProps<SVGFEMorphologyElement>;
    feOffset: SVGProps<SVGFEOffsetElement>; fePointLight: SVGProps<SVGFEPointLightElement>;
    feSpecularLighting: SVGProps<SVGFESpecularLightingElement>; feSpotLight: SVGProps<SVGFESpotLightElement>; feTile: SVGProps<SVGFETileElement>;
    feTurbulence: SVGProps<SVGFETurbulenceElement>; filter: SVGProps<SVGFilterElement>; foreignObject: SVGProps<SVGForeignObjectElement>;
    g: SVGProps<SVGGElement>; image: SVGProps<SVGImageElement>; line: SVGProps<SVGLineElement>; linearGradient: SVGProps<SVGLinearGradientElement>;
    marker: SVGProps<SVGMarkerElement>; mask: SVGProps<SVGMaskElement>; metadata: SVGProps<SVGMetadataElement>; mpath: SVGProps<SVGMpathElement>;
    path: SVGProps<SVGPathElement>; pattern: SVGProps<SVGPatternElement>; polygon: SVGProps<SVGPolygonElement>;
    polyline: SVGProps<SVGPolylineElement>; radialGradient: SVGProps<SVGRadialGradientElement>; rect: SVGProps<SVGRectElement>;
    set: SVGProps<SVGSetElement>; stop: SVGProps<SVGStopElement>; switch: SVGProps<SVGSwitchElement>; symbol: SVGProps<SVGSymbolElement>;
    text: SVGProps<SVGTextElement>; textPath: SVGProps<SVGTextPathElement>; tspan: SVGProps<SVGTspanElement>; use: SVGProps<SVGUseElement>;
    view: SVGProps<SVGViewElement>;
  }
}
