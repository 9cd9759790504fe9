// Package html knows the names of the web platform: which elements there are and
// which attributes each takes. Source: HTML Living Standard, index of elements and
// of attributes; SVG 2, element and attribute indices; WAI-ARIA.
package html

import "strings"

// own lists the attributes of each HTML element beside the global ones.
var own = map[string]string{
	"a": "charset coords download href hreflang name ping referrerpolicy rel rev shape target type", "abbr": "", "address": "",
	"area":    "alt coords download href ping referrerpolicy rel shape target",
	"article": "", "aside": "", "audio": "autoplay controls controlslist crossorigin loop muted preload src", "b": "", "base": "href target", "bdi": "", "bdo": "",
	"blockquote": "cite", "body": "background bgcolor", "br": "clear",
	"button": "command commandfor disabled form formaction formenctype formmethod formnovalidate formtarget name popovertarget popovertargetaction type value",
	"canvas": "height width", "caption": "align", "center": "", "cite": "", "code": "", "col": "align span width", "colgroup": "align span width", "data": "value", "datalist": "",
	"dd": "", "del": "cite datetime", "details": "name open", "dfn": "", "dialog": "closedby open", "div": "align", "dl": "", "dt": "", "em": "", "embed": "height src type width",
	"fieldset": "disabled form name", "figcaption": "", "figure": "", "font": "color face size", "footer": "",
	"form": "accept-charset action autocomplete enctype method name novalidate rel target",
	"h1":   "align", "h2": "align", "h3": "align", "h4": "align", "h5": "align", "h6": "align", "head": "", "header": "", "hgroup": "", "hr": "align", "html": "manifest", "i": "",
	"iframe": "allow allowfullscreen frameborder height loading name referrerpolicy sandbox scrolling src srcdoc width",
	"img":    "align alt border crossorigin decoding fetchpriority height ismap loading name referrerpolicy sizes src srcset usemap width",
	"input": "accept align alpha alt autocomplete autocorrect capture checked colorspace defaultchecked defaultvalue dirname disabled form formaction formenctype formmethod formnovalidate formtarget height list max maxlength min minlength" +
		" multiple name pattern placeholder popovertarget popovertargetaction readonly required size src step type value width",
	"ins": "cite datetime", "kbd": "", "label": "for form", "legend": "", "li": "value", "link": "as blocking color crossorigin disabled fetchpriority href hreflang imagesizes imagesrcset integrity media referrerpolicy rel sizes type", "main": "",
	"map": "name", "mark": "", "menu": "", "meta": "charset content http-equiv media name property", "meter": "form high low max min optimum value", "nav": "", "noscript": "",
	"object": "data form height name type usemap width", "ol": "reversed start type", "optgroup": "disabled label", "option": "disabled label selected value", "output": "for form name",
	"p": "align", "param": "name value", "picture": "", "pre": "", "progress": "max value", "q": "cite", "rp": "", "rt": "", "ruby": "", "s": "", "samp": "",
	"script": "async blocking charset crossorigin defer fetchpriority integrity nomodule referrerpolicy src type", "search": "", "section": "",
	"select": "autocomplete defaultvalue disabled form multiple name required size value", "slot": "name", "small": "", "source": "height media sizes src srcset type width",
	"span": "", "strong": "", "style": "blocking media type", "sub": "", "summary": "", "sup": "", "table": "align border cellpadding cellspacing summary width", "tbody": "align",
	"td": "abbr align colspan headers height rowspan scope valign width", "template": "shadowrootclonable shadowrootdelegatesfocus shadowrootmode shadowrootserializable",
	"textarea": "autocomplete cols defaultvalue dirname disabled form maxlength minlength name placeholder readonly required rows value wrap",
	"tfoot":    "align", "th": "abbr align colspan headers rowspan scope", "thead": "align", "time": "datetime", "title": "", "tr": "align", "track": "default kind label src srclang",
	"u": "", "ul": "type", "var": "", "video": "autoplay controls controlslist crossorigin disablepictureinpicture disableremoteplayback height loop muted playsinline poster preload src width", "wbr": "",
}

// global lists the attributes that every HTML element takes.
var global = set("accesskey autocapitalize autocorrect autofocus class color contenteditable dir draggable enterkeyhint exportparts hidden id inert inputmode is itemid itemprop itemref itemscope itemtype" +
	" lang nonce part popover role slot spellcheck style tabindex title translate writingsuggestions" +
	" about datatype inlist prefix property resource typeof vocab rel rev content security unselectable results autosave")

// svgElements lists the elements of SVG and MathML's root; what is also HTML's stands
// above.
var svgElements = set("animate animatemotion animatetransform circle clippath defs desc ellipse feblend fecolormatrix fecomponenttransfer fecomposite feconvolvematrix fediffuselighting fedisplacementmap" +
	" fedistantlight fedropshadow feflood fefunca fefuncb fefuncg fefuncr fegaussianblur feimage femerge femergenode femorphology feoffset fepointlight fespecularlighting fespotlight fetile feturbulence filter" +
	" foreignobject g image line lineargradient marker mask metadata mpath path pattern polygon polyline radialgradient rect set stop svg switch symbol text textpath tspan use view math")

// svg lists the attributes of SVG elements, without hyphens and capitals.
var svg = set("accentheight accumulate additive alignmentbaseline allowreorder alphabetic amplitude arabicform ascent attributename attributetype autoreverse azimuth basefrequency baselineshift baseprofile bbox begin bias by" +
	" calcmode capheight clip clippath clippathunits cliprule colorinterpolation colorinterpolationfilters colorprofile colorrendering contentscripttype contentstyletype cursor cx cy d decelerate descent diffuseconstant" +
	" direction display divisor dominantbaseline dur dx dy edgemode elevation enablebackground end exponent externalresourcesrequired fill fillopacity fillrule filter filterres filterunits floodcolor floodopacity focusable" +
	" fontfamily fontsize fontsizeadjust fontstretch fontstyle fontvariant fontweight format fr from fx fy g1 g2 glyphname glyphorientationhorizontal glyphorientationvertical glyphref gradienttransform gradientunits hanging" +
	" height horizadvx horizoriginx href ideographic imagerendering in in2 intercept k k1 k2 k3 k4 kernelmatrix kernelunitlength kerning keypoints keysplines keytimes lengthadjust letterspacing lightingcolor limitingconeangle" +
	" local markerend markerheight markermid markerstart markerunits markerwidth mask maskcontentunits maskunits mathematical max media method min mode name numoctaves offset opacity operator order orient orientation origin" +
	" overflow overlineposition overlinethickness paintorder panose1 path pathlength patterncontentunits patterntransform patternunits pointerevents points pointsatx pointsaty pointsatz preservealpha preserveaspectratio" +
	" primitiveunits r radius refx refy renderingintent repeatcount repeatdur requiredextensions requiredfeatures restart result rotate rx ry scale seed shaperendering slope spacing specularconstant specularexponent speed" +
	" spreadmethod startoffset stddeviation stemh stemv stitchtiles stopcolor stopopacity strikethroughposition strikethroughthickness string stroke strokedasharray strokedashoffset strokelinecap strokelinejoin strokemiterlimit" +
	" strokeopacity strokewidth surfacescale systemlanguage tablevalues target targetx targety textanchor textdecoration textlength textrendering to transform transformorigin type u1 u2 underlineposition underlinethickness unicode" +
	" unicodebidi unicoderange unitsperem valphabetic values vectoreffect version vertadvy vertoriginx vertoriginy vhanging videographic viewbox viewtarget visibility vmathematical width widths wordspacing writingmode x x1 x2" +
	" xchannelselector xheight xlinkactuate xlinkarcrole xlinkhref xlinkrole xlinkshow xlinktitle xlinktype xmlbase xmllang xmlns xmlnsxlink xmlspace y y1 y2 ychannelselector z zoomandpan")

var byElement = func() map[string]map[string]bool {
	m := map[string]map[string]bool{}
	for element, attributes := range own {
		m[element] = set(attributes)
	}
	return m
}()

func set(words string) map[string]bool {
	m := map[string]bool{}
	for _, w := range strings.Fields(words) {
		m[w] = true
	}
	return m
}

// Element reports whether there is an element of this name in HTML or SVG, in any
// letter case.
func Element(name string) bool {
	name = strings.ToLower(name)
	_, ok := own[name]
	return ok || svgElements[name]
}

// Attribute reports whether an element takes an attribute: one of its own, a global
// one, data-…, aria-…, a listener of an event that browsers send, or one with a hyphen or colon, which anybody may
// add. Capitals, hyphens and React's spellings (className, htmlFor) count as the
// attribute's own. An element that is not known takes whatever any element of HTML takes.
func Attribute(element, name string) bool {
	lower := strings.ToLower(name)
	switch {
	case lower == "classname", lower == "htmlfor":
		return true
	case lower == "dangerouslysetinnerhtml", lower == "suppresshydrationwarning", lower == "suppresscontenteditablewarning":
		return true // React's own, on every element
	case strings.HasPrefix(lower, "on") && Event(strings.TrimSuffix(lower[2:], "capture")):
		return true
	case strings.ContainsAny(lower, "-:."), strings.HasPrefix(lower, "aria"):
		return true
	case global[lower]:
		return true
	}
	element = strings.ToLower(element)
	attributes, html := byElement[element]
	switch {
	case html:
		return attributes[lower] || lower == "children"
	case svgElements[element]:
		return svg[lower]
	}
	for _, attributes := range byElement {
		if attributes[lower] {
			return true
		}
	}
	return false
}
