// What the names of Vue's packages mean, in terms of what every framework has:
// $Content, $Component<P> and $Style. Read by core/evaluate in place of those
// packages, whether they are there or not. What a component's type holds is given
// out under names that begin with $of, for core/reading.

import type { Properties } from 'csstype';

export interface PropType<T> { $is: T }
export type PropOptions<T = any, D = T> = { type?: PropType<T> | true | null; required?: boolean; default?: any; validator?: any };
export type Prop<T = any, D = T> = PropOptions<T> | PropType<T>;
export type PropConstructor<T> = PropType<T>;
export type PropValidator<T> = PropOptions<T>;
export type ComponentPropsOptions<P = any> = any;
export type ComponentObjectPropsOptions<P = any> = any;
export type EmitsOptions = any;
export type ObjectEmitsOptions = any;

export interface Ref<T = any, S = T> { value: T }
export interface ComputedRef<T = any> { readonly value: T }
export interface WritableComputedRef<T = any, S = T> { value: T }
export interface ShallowRef<T = any> { value: T }
export interface ModelRef<T = any, M = any, G = T, S = T> { value: T }
export interface TemplateRef<T = any> { readonly value: T | null }
export type MaybeRef<T = any> = T | Ref<T>;
export type MaybeRefOrGetter<T = any> = T | Ref<T> | (() => T);
export type Reactive<T> = T;
export type UnwrapRef<T> = T extends Ref<infer V> ? V : T extends ComputedRef<infer W> ? W : T;
export type ShallowUnwrapRef<T> = { [K in keyof T]: UnwrapRef<T[K]> };
export type UnwrapNestedRefs<T> = T;
export type ToRef<T> = Ref<T>;
export type ToRefs<T> = { [K in keyof T]: Ref<T[K]> };
export type DeepReadonly<T> = T;
export interface InjectionKey<T> { $carries: T }

export type VNode = $Content;
export type VNodeChild = $Content;
export type VNodeArrayChildren = $Content;
export type VNodeNormalizedChildren = $Content;
export type RenderFunction = () => $Content;
export type Slot<T = any> = (given: T) => $Content[];
export type Slots = Readonly<Record<string, Slot | undefined>>;
export type SetupContext<E = any, S = any> = { attrs: any; slots: any; emit: any; expose: any };
export type SlotsType<T = Record<string, any>> = { $ofSlots: T };
export type StyleValue = string | CSSProperties | StyleValue[] | false | null | undefined;
export interface CSSProperties extends Properties<string | number> {}
export type ClassValue = string | Record<string, any> | ClassValue[] | false | null | undefined;

export interface VNodeProps {}
export interface AllowedComponentProps {}
export interface ComponentCustomProps {}
export type PublicProps = {};
export type ComponentOptionsMixin = {};
export type ComponentProvideOptions = {};
export type ComponentOptionsBase = {};
export type ComponentInternalInstance = any;
export interface ComponentPublicInstance<P = {}> { $el: any; $props: P; $attrs: any; $slots: any; $refs: any; $parent: any; $root: any; $emit: any; $nextTick: any; $forceUpdate: any; $watch: any; $options: any; $data: any }
export interface App<T = any> { component(name: string, component?: any): any; use(plugin: any, ...options: any[]): any; provide(key: any, value: any): any; mount(at: any): any }
export type Plugin<O = any> = {};
export type ObjectPlugin<O = any> = {};
export type Directive<T = any, V = any> = any;
export type ObjectDirective<T = any, V = any> = any;
export type FunctionDirective<T = any, V = any> = any;

export type Component<P = any, A = any, B = any, C = any, D = any, E = any, S = any> = $Component<P>;
export type ConcreteComponent<P = any> = $Component<P>;
export type AsyncComponentLoader<T = any> = () => Promise<T>;
export type DefineSetupFnComponent<P = {}, E = {}, S = {}, PP = {}> = { new (...args: any[]): { $ofProps: P; $ofEmits: E; $ofSlots: S } };
export interface FunctionalComponent<P = {}, E = {}, S = {}, EV = {}> { new (...args: any[]): { $ofProps: P; $ofEmits: E; $ofSlots: S } }
export interface CreateComponentPublicInstance<P = {}, B = {}, D = {}, C = {}, M = {}, Mixin = {}, Extends = {}, E = {}, PP = P, Defaults = {}, Optional = false, I = {}, S = {}> {
  $ofProps: P; $ofBindings: B; $ofMethods: M; $ofEmits: E; $ofDefaults: Optional extends true ? Defaults : {}; $ofSlots: S; $ofMixin: Mixin; $ofExtends: Extends;
}
export interface CreateComponentPublicInstanceWithMixins<P = {}, B = {}, D = {}, C = {}, M = {}, Mixin = {}, Extends = {}, E = {}, PP = P, Defaults = {}, Optional = false, I = {}, S = {}>
  extends CreateComponentPublicInstance<P, B, D, C, M, Mixin, Extends, E, PP, Defaults, Optional, I, S> {}
export interface DefineComponent<P = {}, B = {}, D = {}, C = {}, M = {}, Mixin = {}, Extends = {}, E = {}, EE = string, PP = {}, Props = {}, Defaults = {}, S = {}, LC = {}, Directives = {}, Exposed = string, Provide = {}, Optional = true, Refs = {}, El = any> {
  new (...args: any[]): { $ofOptions: P; $ofBindings: B; $ofMethods: M; $ofEmits: E; $ofResolved: Props; $ofDefaults: Optional extends false ? {} : Defaults; $ofSlots: S; $ofMixin: Mixin; $ofExtends: Extends };
}
export type ComponentOptions<P = any> = any;
export type ComputedOptions = Record<string, any>;
export type MethodOptions = Record<string, any>;
export type ExtractPropTypes<O> = { $ofOptions: O };
export type ExtractPublicPropTypes<O> = { $ofOptions: O };
export type ExtractDefaultPropTypes<O> = { $ofDefaultsOf: O };
export type ComponentProps<C> = any;

export interface VueConstructor<V = any> { new (...args: any[]): V }
export interface Vue { $el: any; $props: any; $slots: any; $emit: any; $refs: any; $attrs: any; $parent: any; $root: any; $children: any; $options: any; $data: any; $listeners: any; $scopedSlots: any; $nextTick: any; $watch: any; $on: any; $off: any; $once: any; $set: any; $delete: any; $mount: any; $destroy: any; $forceUpdate: any; $createElement: any; $isServer: any; $ssrContext: any; $vnode: any }
declare const vue: VueConstructor<Vue>;
export default vue;

export function ref<T>(value: T): Ref<T>;
export function ref<T = any>(): Ref<T | undefined>;
export function shallowRef<T>(value?: T): Ref<T>;
export function customRef<T>(make: any): Ref<T>;
export function computed<T>(get: () => T): ComputedRef<T>;
export function computed<T>(options: { get: () => T; set: (value: any) => void }): WritableComputedRef<T>;
export function reactive<T>(value: T): T;
export function shallowReactive<T>(value: T): T;
export function readonly<T>(value: T): T;
export function shallowReadonly<T>(value: T): T;
export function unref<T>(value: T): UnwrapRef<T>;
export function toValue<T>(value: T): T extends () => infer R ? R : UnwrapRef<T>;
export function toRef(value: any, key?: any): Ref<any>;
export function toRefs<T>(value: T): ToRefs<T>;
export function toRaw<T>(value: T): T;
export function markRaw<T>(value: T): T;
export function inject<T>(key: InjectionKey<T> | string): T | undefined;
export function inject<T>(key: InjectionKey<T> | string, fallback: T): T;
export function provide<T>(key: InjectionKey<T> | string, value: T): void;
export function watch(...args: any[]): () => void;
export function watchEffect(...args: any[]): () => void;
export function useSlots(): any;
export function useAttrs(): any;
export function useId(): string;
export function useTemplateRef<T = any>(name: string): TemplateRef<T>;
export function useModel(...args: any[]): Ref<any>;
export function h(...args: any[]): $Content;
export function createVNode(...args: any[]): $Content;
export function cloneVNode(...args: any[]): $Content;
export function nextTick(then?: () => void): Promise<void>;
export function onMounted(call: () => void): void;
export function onBeforeUnmount(call: () => void): void;
export function onUnmounted(call: () => void): void;

export interface HTMLAttributes {}
export interface AriaAttributes {}
export interface SVGAttributes {}
export interface InputHTMLAttributes extends HTMLAttributes {}
export interface ButtonHTMLAttributes extends HTMLAttributes {}
export interface AnchorHTMLAttributes extends HTMLAttributes {}
export interface TextareaHTMLAttributes extends HTMLAttributes {}
export interface SelectHTMLAttributes extends HTMLAttributes {}
export interface FormHTMLAttributes extends HTMLAttributes {}
export interface LabelHTMLAttributes extends HTMLAttributes {}
export interface ImgHTMLAttributes extends HTMLAttributes {}
export interface TableHTMLAttributes extends HTMLAttributes {}
export interface IframeHTMLAttributes extends HTMLAttributes {}
export interface VideoHTMLAttributes extends HTMLAttributes {}
