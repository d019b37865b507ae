/** Choice of ways against exact solutions, and on a town. */
package org.ulicarro.bench.assign;
