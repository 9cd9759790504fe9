// This file knows the attributes and events of HTML elements, as JSX spells them.
// Source: HTML Standard, global attributes and the attributes of each element;
// UI Events; RDFa 1.1 for the attributes of annotations.

package names

import "strings"

func words(text string) map[string]bool {
	m := map[string]bool{}
	for _, w := range strings.Fields(text) {
		m[w] = true
	}
	return m
}

var globalAttributes = words(`className class id style title lang dir role slot hidden tabIndex draggable accessKey nonce spellCheck translate
	contentEditable inputMode enterKeyHint autoFocus autoCapitalize autoCorrect autoSave color content is itemID itemProp itemRef itemScope itemType part
	exportparts popover popoverTarget popoverTargetAction inert prefix property rel resource rev typeof vocab about datatype inlist results security unselectable
	radioGroup defaultValue defaultChecked dangerouslySetInnerHTML suppressContentEditableWarning suppressHydrationWarning children contextMenu`)

const (
	fieldAttributes  = "disabled form name value"
	submitAttributes = "formAction formEncType formMethod formNoValidate formTarget"
	mediaAttributes  = "autoPlay controls controlsList crossOrigin loop mediaGroup muted playsInline preload src"
	cellAttributes   = "align colSpan headers rowSpan scope abbr height width valign"
)

var elementAttributes = map[string]map[string]bool{
	"a": words("download href hrefLang media ping target type referrerPolicy"), "area": words("alt coords download href hrefLang media referrerPolicy shape target"),
	"audio": words(mediaAttributes), "video": words(mediaAttributes + " height poster width disablePictureInPicture disableRemotePlayback"),
	"blockquote": words("cite"), "q": words("cite"), "del": words("cite dateTime"), "ins": words("cite dateTime"), "time": words("dateTime"), "data": words("value"),
	"button": words(fieldAttributes + " type " + submitAttributes), "canvas": words("height width"), "col": words("span width"), "colgroup": words("span"),
	"details": words("open name"), "dialog": words("open closedby"), "embed": words("height src type width"), "fieldset": words("disabled form name"),
	"form":   words("acceptCharset action autoComplete encType method name noValidate target"),
	"iframe": words("allow allowFullScreen allowTransparency frameBorder height loading marginHeight marginWidth name referrerPolicy sandbox scrolling seamless src srcDoc width"),
	"img":    words("alt crossOrigin decoding fetchPriority height loading referrerPolicy sizes src srcSet useMap width"),
	"input":  words(fieldAttributes + " " + submitAttributes + " accept alt autoComplete capture checked height list max maxLength min minLength multiple pattern placeholder readOnly required size src step type width"),
	"label":  words("form htmlFor"), "li": words("value"), "map": words("name"), "meter": words("form high low max min optimum value"), "object": words("classID data form height name type useMap width wmode"),
	"ol": words("reversed start type"), "optgroup": words("disabled label"), "option": words("disabled label selected value"), "output": words("form htmlFor name"),
	"progress": words("max value"), "select": words(fieldAttributes + " autoComplete multiple required size"),
	"source": words("height media sizes src srcSet type width"), "table": words("align bgcolor border cellPadding cellSpacing frame rules summary width"),
	"td": words(cellAttributes), "th": words(cellAttributes), "textarea": words(fieldAttributes + " autoComplete cols dirName maxLength minLength placeholder readOnly required rows wrap"),
	"track": words("default kind label src srcLang"),
}

// elementEvents are the events that elements report by themselves.
var elementEvents = words(`click auxClick doubleClick focus blur change beforeInput input submit reset keyDown keyUp keyPress mouseDown mouseUp mouseEnter mouseLeave mouseMove mouseOver
	mouseOut pointerDown pointerUp pointerMove pointerEnter pointerLeave pointerOver pointerOut pointerCancel gotPointerCapture lostPointerCapture touchStart touchEnd touchMove touchCancel
	scroll scrollEnd wheel copy cut paste drag dragEnd dragEnter dragExit dragLeave dragOver dragStart drop load error abort select animationStart animationEnd animationIteration
	transitionStart transitionEnd transitionRun transitionCancel contextMenu invalid toggle beforeToggle compositionStart compositionEnd compositionUpdate canPlay canPlayThrough
	durationChange emptied encrypted ended loadedData loadedMetadata loadStart pause play playing progress rateChange seeked seeking stalled suspend timeUpdate volumeChange waiting`)

// ElementEvent reports whether elements report an event of this canonical name
// by themselves.
func ElementEvent(name string) bool { return elementEvents[name] }

// ElementAttribute reports whether an element takes an attribute, as JSX spells
// it. Without an element the attributes of every element count.
func ElementAttribute(element, spelled string) bool {
	if globalAttributes[spelled] || strings.HasPrefix(spelled, "aria-") || strings.HasPrefix(spelled, "data-") || elementAttributes[element][spelled] {
		return true
	}
	if rest, ok := strings.CutPrefix(spelled, "on"); ok && rest != "" {
		return elementEvents[LowerFirst(strings.TrimSuffix(rest, "Capture"))]
	}
	return false
}
