/**
 * How vehicles come into the network: {@link org.ulicarro.core.traffic.entries.Entries} is stage 2.
 */
package org.ulicarro.core.traffic.entries;
