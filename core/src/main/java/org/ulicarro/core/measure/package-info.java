/** Observers that measure, and statistics over replications. */
package org.ulicarro.core.measure;
