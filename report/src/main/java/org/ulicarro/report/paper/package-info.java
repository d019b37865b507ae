/** The report that is handed to a client: one HTML page that opens without a network, or a PDF. */
package org.ulicarro.report.paper;
