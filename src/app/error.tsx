'use client';
import { Fault } from '@/screens/Fault';

export default Fault;
