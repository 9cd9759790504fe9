export { Answer, Card, Copyable, Empty, Plain, Scroll, Section, Shell, Table, Title } from './layout';
export { Choose, Search } from './choose';
export { Code, Mark, Shape, SilenceNote, Silently, Soft, Weigh } from './marks';
export { Rows } from './rows';
export { Source } from './source';
