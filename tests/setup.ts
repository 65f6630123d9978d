/** What a browser has and Node has not, there before anything that looks for it is loaded: files share their modules. */
import 'fake-indexeddb/auto';
import './locks.ts';
import 'reflect-metadata';
