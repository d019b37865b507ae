/** One replication, and many of them in parallel. {@link org.ulicarro.core.run.Model} is what a study compiles to. */
package org.ulicarro.core.run;
