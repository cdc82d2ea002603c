/** The home page: folders, parts, pictures, demo data. */
package io.tallember.server.home;
