/** What a bundler would give for a file that is only named by its address. */
export default '';
