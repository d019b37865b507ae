/**
 * Those who look at traffic while it moves: detectors for signal control, marks of queues, vehicles that block each other for good.
 */
package org.ulicarro.core.traffic.watching;
