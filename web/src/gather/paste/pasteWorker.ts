import { expose } from 'comlink';
import { readText } from './readers.ts';

expose({ readText });
