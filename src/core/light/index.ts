export * from './expected';
export * from './judgeLight';
