export { WholeWords as default } from '@/ui/WholeWords';
