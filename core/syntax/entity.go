// This file decodes character references in JSX.

package syntax

import "html"

// decodeEntities decodes the character references of JSX text and strings,
// which are those of HTML with their semicolon.
func decodeEntities(s string) string { return html.UnescapeString(s) }
