package reading

import (
	"fmt"
	"strings"
	"testing"

	"steadysocket/core/contract"
)

// TestPropsThroughACall holds what is read of components that let a call fill
// in their defaults before they look at their props.
func TestPropsThroughACall(t *testing.T) {
	const library = `
const Theme = createContext<{ defaults: Record<string, object> } | null>(null);
function useFilled<T extends object, U extends Partial<T> = {}>(name: string, table: U, props: T): T & U { const theme = useContext(Theme); return { ...table, ...theme?.defaults[name], ...props }; }
function useThemed<T>({ props, name }: { props: T; name: string }): T { const theme = useContext(Theme); return { ...theme?.defaults[name], ...props }; }
function filled<T extends object>(props: T, table: Partial<T>): T { return { ...table, ...props }; }
const untyped: any = (props) => props;
function loosely(props, table) { return { ...table, ...props }; }
function usePress(props: { onPress?: () => void }) { return { pressProps: { onClick: props.onPress }, isPressed: false }; }
declare function useHeld<T>(props: { tone?: T }): { tone: T; setTone(to: T): void };
export interface P { tone?: 'calm' | 'loud'; size?: number; label?: React.ReactNode; onPress?: () => void }
const table = { tone: 'calm', size: 3 } as const;
`
	for _, test := range []struct{ body, defaults, appWide string }{
		{"(props: P) => { const { tone, size, label } = useFilled('X', table, props); return <b data-tone={tone}>{size}{label}</b>; }", "tone=calm size=3", "tone size"},
		{"(given: P) => { const props = useFilled('X', table, given); const { tone, size, label, ...rest } = props; return <b {...rest} data-tone={tone}>{size}{label}</b>; }", "tone=calm size=3", "tone size"},
		{"(given: P) => { const props = useFilled('X', { tone: 'loud' }, given); return <b data-tone={props.tone}>{props.label}</b>; }", "tone=loud", "tone size"},
		{"(given: P) => { const props = useThemed({ props: given, name: 'X' }); const { tone = 'calm', label } = props; return <b data-tone={tone}>{label}</b>; }", "tone=calm", "tone size"},
		{"(given: P) => { const { tone = 'loud', size, label } = filled(given, table); return <b data-tone={tone}>{size}{label}</b>; }", "tone=calm size=3", ""},
		{"(given: P) => { const { tone = 'loud', label } = loosely(given, { size: 4 }); return <b data-tone={tone}>{label}</b>; }", "tone=loud size=4", ""},
		{"(given: P) => { const { tone = 'loud', label } = untyped(given); return <b data-tone={tone}>{label}</b>; }", "tone=loud", ""},
		{"(props: P) => { const { pressProps } = usePress(props); const { tone = 'loud', label } = props; return <b {...pressProps} data-tone={tone}>{label}</b>; }", "tone=loud", ""},
		{"(props: { tone?: string }) => { const { tone = 'none', setTone } = useHeld(props); return <b>{tone}</b>; }", "", ""},
		{"(props: P) => { const label = String(props); return <b>{label}</b>; }", "", ""},
	} {
		for _, form := range []string{"export const X = %s;", "export const X = React.forwardRef<HTMLElement, P>(%s);"} {
			body := strings.Replace(test.body, "(props: P)", "(props: P, ref)", 1)
			c, _ := component(t, library+fmt.Sprintf(form, strings.Replace(body, "(given: P)", "(given: P, ref)", 1)))
			if !strings.Contains(form, "Ref") {
				c, _ = component(t, library+fmt.Sprintf(form, test.body))
			}
			var defaults []string
			for _, p := range c.Props {
				if p.Default.Kind == contract.DefaultValue {
					defaults = append(defaults, fmt.Sprint(p.Name, "=", p.Default.Value))
				}
			}
			if got := strings.Join(defaults, " "); got != test.defaults {
				t.Errorf("%s\n has the defaults %q, not %q", test.body, got, test.defaults)
			}
			if got := strings.Join(c.Theming.AppDefaults, " "); got != test.appWide {
				t.Errorf("%s\n: an app may set %q for all uses, not %q", test.body, got, test.appWide)
			}
			if test.defaults != "" && c.Slot("label") == nil {
				t.Errorf("%s\n has no slot: %+v", test.body, c.Slots)
			}
		}
	}
	_, r := component(t, library+"export const X = (given: P) => { const { tone = 'loud', size, label } = filled(given, table); return <b data-tone={tone}>{size}{label}</b>; };")
	if len(r.Conflicts) != 1 || r.Conflicts[0].Claim != ClaimDefault || !strings.Contains(r.Conflicts[0].File, "never comes to pass") {
		t.Errorf("two defaults are told as %+v", r.Conflicts)
	}
}
