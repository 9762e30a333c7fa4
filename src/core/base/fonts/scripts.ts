/**
 * The letters a font must have to be said to hold a script: the modern alphabet in both cases, or the letters of its
 * block that every text needs (Unicode character charts).
 */
export const SCRIPTS: readonly { name: string; letters: string }[] = [
  { name: 'Latin', letters: 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz' },
  { name: 'Latin of Western Europe', letters: 'ÀÁÂÃÄÅÆÇÈÉÊËÌÍÎÏÑÒÓÔÕÖØÙÚÛÜÝàáâãäåæçèéêëìíîïñòóôõöøùúûüýÿß' },
  { name: 'Latin of Central Europe', letters: 'ĀāĂăĄąĆćČčĎďĐđĒēĖėĘęĚěĞğĢģĪīĮįİıĶķĹĺĻļĽľŁłŃńŅņŇňŐőŔŕŘřŚśŞşŠšŤťŪūŮůŰűŲųŹźŻżŽž' },
  { name: 'Vietnamese', letters: 'ĂăĐđƠơƯưẠạẢảẤấẦầẨẩẪẫẬậẮắẰằẲẳẴẵẶặẸẹẺẻẼẽẾếỀềỂểỄễỆệỈỉỊịỌọỎỏỐốỒồỔổỖỗỘộỚớỜờỞởỠỡỢợỤụỦủỨứỪừỬửỮữỰựỲỳỴỵỶỷỸỹ' },
  { name: 'Greek', letters: 'ΑΒΓΔΕΖΗΘΙΚΛΜΝΞΟΠΡΣΤΥΦΧΨΩαβγδεζηθικλμνξοπρσςτυφχψωάέήίόύώ' },
  { name: 'Cyrillic', letters: 'АБВГДЕЖЗИЙКЛМНОПРСТУФХЦЧШЩЪЫЬЭЮЯабвгдежзийклмнопрстуфхцчшщъыьэюяЁё' },
  { name: 'Hebrew', letters: 'אבגדהוזחטיכךלמםנןסעפףצץקרשת' },
  { name: 'Arabic', letters: 'ابتثجحخدذرزسشصضطظعغفقكلمنهوي' },
  { name: 'Devanagari', letters: 'अआइईउऊएऐओऔकखगघचछजझटठडढणतथदधनपफबभमयरलवशषसह' },
  { name: 'Thai', letters: 'กขคงจฉชซฌญฎฏฐฑฒณดตถทธนบปผฝพฟภมยรลวศษสหฬอฮ' },
  { name: 'Kana', letters: 'あいうえおかきくけこさしすせそたちつてとなにぬねのアイウエオカキクケコサシスセソタチツテト' },
  { name: 'Hangul', letters: '가나다라마바사아자차카타파하' },
  { name: 'Han', letters: '一二三四五六七八九十百千上下中大小人口日月火水木金土山川天地' },
]; // prettier-ignore
