// This file compares ranges of versions.

package change

import (
	"regexp"

	"github.com/Masterminds/semver/v3"
)

// versionText finds the numbers that a range mentions.
var versionText = regexp.MustCompile(`\d+(\.\d+)?(\.\d+)?(-[0-9A-Za-z.-]+)?`)

// farVersion stands for all that is newer than what a range mentions.
const farVersion = "99999.0.0"

// peerKind is the kind of change from one range of a peer to another; "" where
// both allow the same versions.
func peerKind(old, new string) Kind {
	a, errA := semver.NewConstraint(old)
	b, errB := semver.NewConstraint(new)
	if errA != nil || errB != nil {
		return PeerUnsure
	}
	lost, won := false, false
	for _, v := range edges(old + " " + new) {
		was, is := a.Check(v), b.Check(v)
		lost = lost || was && !is
		won = won || is && !was
	}
	switch {
	case lost:
		return PeerNarrowed
	case won:
		return PeerWidened
	}
	return ""
}

// edges gives versions on both sides of every border that ranges can have: a
// range is a union of intervals that begin and end at a version it mentions, or
// at the next patch, minor or major of one. Between two borders it is the same
// everywhere.
func edges(ranges string) []*semver.Version {
	list := []*semver.Version{semver.MustParse("0.0.0"), semver.MustParse(farVersion)}
	for _, text := range versionText.FindAllString(ranges, -1) {
		v, err := semver.NewVersion(text)
		if err != nil {
			continue
		}
		list = append(list, v)
		for _, next := range []semver.Version{v.IncPatch(), v.IncMinor(), v.IncMajor()} {
			after := next.IncPatch()
			list = append(list, &next, &after)
		}
		if below := before(v); below != nil {
			list = append(list, below)
		}
	}
	return list
}

// before is a version a little below v, or nil.
func before(v *semver.Version) *semver.Version {
	const many = 9999
	switch {
	case v.Patch() > 0:
		return semver.New(v.Major(), v.Minor(), v.Patch()-1, "", "")
	case v.Minor() > 0:
		return semver.New(v.Major(), v.Minor()-1, many, "", "")
	case v.Major() > 0:
		return semver.New(v.Major()-1, many, many, "", "")
	}
	return nil
}
