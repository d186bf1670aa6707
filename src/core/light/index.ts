export * from './expected';
export * from './feed';
export * from './judgeLight';
