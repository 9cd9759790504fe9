// This file holds what the standard library declares of documents and props are made of.

package evaluate

import "strings"

// domSets are enumerations of the DOM and of Intl that props are made of. Source: the standards CSSOM
// View, Web Animations, HTML, Fetch, XMLHttpRequest, Resize Observer, Page Visibility,
// Media Capture and Streams, Web Audio, Permissions, Screen Orientation, Canvas, WebGL,
// Compositing, CSS Fonts, Media Session, WebVTT, WebRTC and Credential Management,
// and ECMA-402.
var domSets = map[string][]string{
	"Intl.RelativeTimeFormatUnit":             {"day", "days", "hour", "hours", "minute", "minutes", "month", "months", "quarter", "quarters", "second", "seconds", "week", "weeks", "year", "years"},
	"Intl.RelativeTimeFormatUnitSingular":     {"day", "hour", "minute", "month", "quarter", "second", "week", "year"},
	"Intl.RelativeTimeFormatNumeric":          {"always", "auto"},
	"Intl.RelativeTimeFormatStyle":            {"long", "narrow", "short"},
	"Intl.RelativeTimeFormatLocaleMatcher":    {"best fit", "lookup"},
	"Intl.ListFormatLocaleMatcher":            {"best fit", "lookup"},
	"Intl.ListFormatType":                     {"conjunction", "disjunction", "unit"},
	"Intl.ListFormatStyle":                    {"long", "narrow", "short"},
	"Intl.PluralRuleType":                     {"cardinal", "ordinal"},
	"Intl.LDMLPluralRule":                     {"few", "many", "one", "other", "two", "zero"},
	"Intl.DisplayNamesFallback":               {"code", "none"},
	"Intl.DisplayNamesLanguageDisplay":        {"dialect", "standard"},
	"Intl.DisplayNamesType":                   {"calendar", "currency", "dateTimeField", "language", "region", "script"},
	"Intl.NumberFormatOptionsStyle":           {"currency", "decimal", "percent", "unit"},
	"Intl.NumberFormatOptionsCurrencyDisplay": {"code", "name", "narrowSymbol", "symbol"},
	"Intl.NumberFormatOptionsSignDisplay":     {"always", "auto", "exceptZero", "negative", "never"},
	"ScrollBehavior":                          {"auto", "instant", "smooth"},
	"ScrollLogicalPosition":                   {"center", "end", "nearest", "start"},
	"FillMode":                                {"auto", "backwards", "both", "forwards", "none"},
	"PlaybackDirection":                       {"alternate", "alternate-reverse", "normal", "reverse"},
	"CompositeOperation":                      {"accumulate", "add", "replace"},
	"CanvasTextAlign":                         {"center", "end", "left", "right", "start"},
	"CanvasTextBaseline":                      {"alphabetic", "bottom", "hanging", "ideographic", "middle", "top"},
	"ResizeObserverBoxOptions":                {"border-box", "content-box", "device-pixel-content-box"},
	"DocumentVisibilityState":                 {"hidden", "visible"},
	"RequestCredentials":                      {"include", "omit", "same-origin"},
	"RequestMode":                             {"cors", "navigate", "no-cors", "same-origin"},
	"RequestCache":                            {"default", "force-cache", "no-cache", "no-store", "only-if-cached", "reload"},
	"RequestRedirect":                         {"error", "follow", "manual"},
	"ReferrerPolicy": {"", "no-referrer", "no-referrer-when-downgrade", "origin", "origin-when-cross-origin", "same-origin", "strict-origin",
		"strict-origin-when-cross-origin", "unsafe-url"},
	"XMLHttpRequestResponseType":     {"", "arraybuffer", "blob", "document", "json", "text"},
	"CanvasLineCap":                  {"butt", "round", "square"},
	"CanvasLineJoin":                 {"bevel", "miter", "round"},
	"CanvasDirection":                {"inherit", "ltr", "rtl"},
	"CanvasFillRule":                 {"evenodd", "nonzero"},
	"ImageSmoothingQuality":          {"high", "low", "medium"},
	"ShadowRootMode":                 {"closed", "open"},
	"SelectionMode":                  {"end", "preserve", "select", "start"},
	"ScrollRestoration":              {"auto", "manual"},
	"InsertPosition":                 {"afterbegin", "afterend", "beforebegin", "beforeend"},
	"MediaDeviceKind":                {"audioinput", "audiooutput", "videoinput"},
	"AnimationPlayState":             {"finished", "idle", "paused", "running"},
	"AudioContextState":              {"closed", "interrupted", "running", "suspended"},
	"BinaryType":                     {"arraybuffer", "blob"},
	"CanPlayTypeResult":              {"", "maybe", "probably"},
	"ColorGamut":                     {"p3", "rec2020", "srgb"},
	"DOMParserSupportedType":         {"application/xhtml+xml", "application/xml", "image/svg+xml", "text/html", "text/xml"},
	"DocumentReadyState":             {"complete", "interactive", "loading"},
	"FontFaceLoadStatus":             {"error", "loaded", "loading", "unloaded"},
	"FullscreenNavigationUI":         {"auto", "hide", "show"},
	"NotificationPermission":         {"default", "denied", "granted"},
	"OrientationType":                {"landscape-primary", "landscape-secondary", "portrait-primary", "portrait-secondary"},
	"PermissionState":                {"denied", "granted", "prompt"},
	"RecordingState":                 {"inactive", "paused", "recording"},
	"RequestPriority":                {"auto", "high", "low"},
	"SlotAssignmentMode":             {"manual", "named"},
	"TextTrackKind":                  {"captions", "chapters", "descriptions", "metadata", "subtitles"},
	"TextTrackMode":                  {"disabled", "hidden", "showing"},
	"VideoFacingModeEnum":            {"environment", "left", "right", "user"},
	"MutationRecordType":             {"attributes", "characterData", "childList"},
	"AlignSetting":                   {"center", "end", "left", "right", "start"},
	"AnimationReplaceState":          {"active", "persisted", "removed"},
	"AuthenticatorAttachment":        {"cross-platform", "platform"},
	"BiquadFilterType":               {"allpass", "bandpass", "highpass", "highshelf", "lowpass", "lowshelf", "notch", "peaking"},
	"CanvasFontKerning":              {"auto", "none", "normal"},
	"CanvasFontStretch":              {"condensed", "expanded", "extra-condensed", "extra-expanded", "normal", "semi-condensed", "semi-expanded", "ultra-condensed", "ultra-expanded"},
	"CanvasFontVariantCaps":          {"all-petite-caps", "all-small-caps", "normal", "petite-caps", "small-caps", "titling-caps", "unicase"},
	"CanvasTextRendering":            {"auto", "geometricPrecision", "optimizeLegibility", "optimizeSpeed"},
	"ChannelCountMode":               {"clamped-max", "explicit", "max"},
	"ChannelInterpretation":          {"discrete", "speakers"},
	"ColorSpaceConversion":           {"default", "none"},
	"CompressionFormat":              {"deflate", "deflate-raw", "gzip"},
	"CredentialMediationRequirement": {"conditional", "optional", "required", "silent"},
	"DirectionSetting":               {"", "lr", "rl"},
	"DisplayCaptureSurfaceType":      {"browser", "monitor", "window"},
	"DistanceModelType":              {"exponential", "inverse", "linear"},
	"EndingType":                     {"native", "transparent"},
	"FileSystemHandleKind":           {"directory", "file"},
	"FontDisplay":                    {"auto", "block", "fallback", "optional", "swap"},
	"GlobalCompositeOperation":       {"color", "color-burn", "color-dodge", "copy", "darken", "destination-atop", "destination-in", "destination-out", "destination-over", "difference", "exclusion", "hard-light", "hue", "lighten", "lighter", "luminosity", "multiply", "overlay", "saturation", "screen", "soft-light", "source-atop", "source-in", "source-out", "source-over", "xor"},
	"HardwareAcceleration":           {"no-preference", "prefer-hardware", "prefer-software"},
	"HighlightType":                  {"grammar-error", "highlight", "spelling-error"},
	"IDBCursorDirection":             {"next", "nextunique", "prev", "prevunique"},
	"IDBTransactionMode":             {"readonly", "readwrite", "versionchange"},
	"ImageOrientation":               {"flipY", "from-image", "none"},
	"IterationCompositeOperation":    {"accumulate", "replace"},
	"LineAlignSetting":               {"center", "end", "start"},
	"MediaSessionAction":             {"nexttrack", "pause", "play", "previoustrack", "seekbackward", "seekforward", "seekto", "skipad", "stop"},
	"MediaSessionPlaybackState":      {"none", "paused", "playing"},
	"MediaStreamTrackState":          {"ended", "live"},
	"NavigationTimingType":           {"back_forward", "navigate", "prerender", "reload"},
	"NotificationDirection":          {"auto", "ltr", "rtl"},
	"OscillatorType":                 {"custom", "sawtooth", "sine", "square", "triangle"},
	"OverSampleType":                 {"2x", "4x", "none"},
	"PanningModelType":               {"HRTF", "equalpower"},
	"PositionAlignSetting":           {"auto", "center", "line-left", "line-right"},
	"PredefinedColorSpace":           {"display-p3", "srgb"},
	"PremultiplyAlpha":               {"default", "none", "premultiply"},
	"PresentationStyle":              {"attachment", "inline", "unspecified"},
	"RTCBundlePolicy":                {"balanced", "max-bundle", "max-compat"},
	"RTCDataChannelState":            {"closed", "closing", "connecting", "open"},
	"RTCIceConnectionState":          {"checking", "closed", "completed", "connected", "disconnected", "failed", "new"},
	"RTCIceTransportPolicy":          {"all", "relay"},
	"RTCPeerConnectionState":         {"closed", "connected", "connecting", "disconnected", "failed", "new"},
	"RTCSignalingState":              {"closed", "have-local-offer", "have-local-pranswer", "have-remote-offer", "have-remote-pranswer", "stable"},
	"ReadyState":                     {"closed", "ended", "open"},
	"RequestDestination":             {"", "audio", "audioworklet", "document", "embed", "font", "frame", "iframe", "image", "manifest", "object", "paintworklet", "report", "script", "sharedworker", "style", "track", "video", "worker", "xslt"},
	"ResidentKeyRequirement":         {"discouraged", "preferred", "required"},
	"ResizeQuality":                  {"high", "low", "medium", "pixelated"},
	"ResponseType":                   {"basic", "cors", "default", "error", "opaque", "opaqueredirect"},
	"TouchType":                      {"direct", "stylus"},
	"UserVerificationRequirement":    {"discouraged", "preferred", "required"},
	"WebGLPowerPreference":           {"default", "high-performance", "low-power"},
	"WorkerType":                     {"classic", "module"},
}

// domKeys are the keys of interfaces of the DOM that list elements, or the events of
// something. Source: HTML, UI Events, Pointer Events, CSS Animations and Transitions, and
// the standards that add events to these.
var domKeys = map[string][]string{
	"HTMLElementTagNameMap": strings.Fields(`a abbr address area article aside audio b base bdi bdo blockquote body br button canvas caption cite code col colgroup
		data datalist dd del details dfn dialog div dl dt em embed fieldset figcaption figure footer form h1 h2 h3 h4 h5 h6 head header hgroup hr html i iframe img
		input ins kbd label legend li link main map mark menu meta meter nav noscript object ol optgroup option output p picture pre progress q rp rt ruby s samp
		script search section select slot small source span strong style sub summary sup table tbody td template textarea tfoot th thead time title tr track u ul
		var video wbr`),
	"GlobalEventHandlersEventMap": strings.Fields(handled),
	"HTMLElementEventMap":         strings.Fields(handled + " fullscreenchange fullscreenerror"),
	"SVGElementEventMap":          strings.Fields(handled + " fullscreenchange fullscreenerror"),
	"HTMLMediaElementEventMap":    strings.Fields(handled + " fullscreenchange fullscreenerror encrypted waitingforkey"),
	"HTMLVideoElementEventMap":    strings.Fields(handled + " fullscreenchange fullscreenerror encrypted waitingforkey enterpictureinpicture leavepictureinpicture"),
	"DocumentEventMap":            strings.Fields(handled + " DOMContentLoaded fullscreenchange fullscreenerror pointerlockchange pointerlockerror readystatechange visibilitychange"),
	"WindowEventMap": strings.Fields(handled + ` DOMContentLoaded afterprint beforeprint beforeunload devicemotion deviceorientation deviceorientationabsolute gamepadconnected gamepaddisconnected
	hashchange languagechange message messageerror offline online orientationchange pagehide pagereveal pageshow pageswap popstate rejectionhandled
	storage unhandledrejection unload`),
}

// handled are the events that elements, documents and windows have handlers for.
const handled = `abort animationcancel animationend animationiteration animationstart auxclick beforeinput beforematch beforetoggle blur cancel canplay canplaythrough
	change click close compositionend compositionstart compositionupdate contextlost contextmenu contextrestored copy cuechange cut dblclick drag dragend
	dragenter dragleave dragover dragstart drop durationchange emptied ended error focus focusin focusout formdata gotpointercapture input invalid keydown
	keypress keyup load loadeddata loadedmetadata loadstart lostpointercapture mousedown mouseenter mouseleave mousemove mouseout mouseover mouseup paste
	pause play playing pointercancel pointerdown pointerenter pointerleave pointermove pointerout pointerover pointerrawupdate pointerup progress
	ratechange reset resize scroll scrollend securitypolicyviolation seeked seeking select selectionchange selectstart slotchange stalled submit suspend
	timeupdate toggle touchcancel touchend touchmove touchstart transitioncancel transitionend transitionrun transitionstart volumechange waiting
	webkitanimationend webkitanimationiteration webkitanimationstart webkittransitionend wheel`

// oneOfTexts is the union of some texts.
func oneOfTexts(list []string) Type {
	all := make([]Type, len(list))
	for i, v := range list {
		all[i] = text(v)
	}
	return oneOf(all) // none of them is there twice
}
