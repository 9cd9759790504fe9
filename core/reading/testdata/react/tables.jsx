import React, { Component } from 'react';
import PropTypes from 'prop-types';
import { sizes } from './constants';

const tones = ['calm', 'notice'];
const widths = { narrow: 1, wide: 2 };
const shared = {
  label: PropTypes.node, //= slot label content
  id: PropTypes.string.isRequired, //= prop id: string required
};

export function Tabled({ tone, id, label, extra, onTurn, ...rest }) { //= root p //= pass root p //= prop extra: unknown maybe
  return <p {...rest} id={id}>{tone}{label}{extra}</p>;
}
Tabled.propTypes = {
  ...shared,
  tone: PropTypes.oneOf(tones), //= prop tone: 'calm' | 'notice' = "calm" variant
  size: PropTypes.oneOf(sizes).isRequired, //= prop size: 's' | 'm' | 'l' required variant
  width: PropTypes.oneOf(Object.keys(widths)), //= prop width: 'narrow' | 'wide' variant
  either: PropTypes.oneOfType([PropTypes.string, PropTypes.number]), //= prop either: string | number
  many: PropTypes.arrayOf(PropTypes.shape({ at: PropTypes.number.isRequired, by: PropTypes.string })), //= prop many: { at: number; by?: string }[]
  table: PropTypes.objectOf(PropTypes.bool), //= prop table: { [key: string]: boolean }
  onTurn: PropTypes.func, //= event turn unknown
  renderEnd: PropTypes.func, //= slot end function
  tag: PropTypes.elementType, //= prop tag: Component
  odd: customCheck, //= prop odd: unknown
};
Tabled.defaultProps = { tone: 'calm' };

export class Old extends Component { //= root section
  static propTypes = {
    rows: PropTypes.number, //= prop rows: number = 3
    children: PropTypes.node, //= slot default content fallback
  };
  static defaultProps = { rows: 3 };
  render() {
    const { children } = this.props;
    return <section>{this.props.rows}{children ?? 'none'}</section>;
  }
}

export const Bare = function ({ a, b = 2 }) { //= root i //= prop a: unknown maybe //= prop b: unknown = 2
  return <i>{a}{b}</i>;
};
