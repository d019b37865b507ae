/** Closed-form procedures of traffic engineering, each with its source. */
package org.ulicarro.core.analysis;
