/** Changes to what is drawn: corners, trimming, extending, mirroring. Each keeps what constraints meant. */
package io.tallember.sketch.edit;
