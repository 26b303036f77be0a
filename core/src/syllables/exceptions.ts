/** English words that are parted as no rule says, and that children meet. */
const LISTED = `
a·cre al·go·rithm am·bi·ence an·y·one ar·e·a au·di·ence busi·ness cha·os ci·der cli·ent co·in·ci·dence col·league con·sci·ence
co·op·er·ate co·or·di·nate cre·ate cre·at·ed cre·at·ing cre·a·tion cre·a·tive cre·a·tor cru·el di·ar·y di·et
di·no·saur du·el du·et el·e·ment el·e·men·ta·ry eve·ning ev·ery ev·ery·bod·y ev·ery·one ev·ery·thing ev·ery·where ex·pe·ri·ence
flu·ent fu·el gi·ant hi·er·o·glyph how·ev·er i·de·a im·ple·ment in·flu·ence ing·re·di·ent jew·el·lery law·yer li·quid
live·li·hood lin·e·ar lin·e·age may·be mu·se·um nu·cle·us o·a·sis o·be·di·ent o·ri·ent pa·ti·o peo·ple po·em po·et po·et·ry pu·pil
qui·et qui·et·er qui·et·ly re·act re·ac·tion eu·ro·pe·an re·al·ise re·al·i·ty re·al·ize re·us·a·ble re·use ro·de·o ru·in
sal·i·va sci·ence sci·en·tist sci·en·tif·ic se·ri·ous so·ci·e·ty so·li·di·fy some·bod·y sup·ple·ment the·a·tre the·at·er the·o·ry
tri·umph u·su·al·ly va·ri·e·ty ve·he·ment vi·o·let vi·o·lin wednes·day wher·ev·er who·ev·er when·ev·er what·ev·er zo·ol·o·gy
`

/** Where the syllables of each begin behind its first. */
export const EXCEPTIONS: ReadonlyMap<string, readonly number[]> = new Map(
  LISTED.trim()
    .split(/\s+/)
    .map(parted => {
      const parts = parted.split('·')
      let at = 0
      const cuts = parts.slice(0, -1).map(part => {
        at += part.length
        return at
      })
      return [parts.join(''), cuts] as const
    }),
)
