import { Loading } from '@/ui/Loading';

export default Loading;
