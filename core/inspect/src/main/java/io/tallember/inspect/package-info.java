/** Looking into finished bodies: what planes cut open, what lies between two places. Bodies are read and never changed. */
package io.tallember.inspect;
